CREATE TABLE "own_ingredient_revisions" (
	"key" text NOT NULL,
	"revision" integer NOT NULL,
	"body" jsonb NOT NULL,
	"replaced_at" timestamp with time zone NOT NULL,
	CONSTRAINT "own_ingredient_revisions_key_revision_pk" PRIMARY KEY("key","revision")
);
--> statement-breakpoint
CREATE TABLE "set_aside" (
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "set_aside_kind_id_pk" PRIMARY KEY("kind","id")
);
--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "time_zone_set" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "own_ingredients" ADD COLUMN "archived" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "ingredients" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe_versions" ADD COLUMN "ingredients" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" ADD CONSTRAINT "own_ingredient_revisions_key_own_ingredients_key_fk" FOREIGN KEY ("key") REFERENCES "public"."own_ingredients"("key") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
UPDATE "recipe_versions" SET "ingredients" = (SELECT jsonb_agg(o."body") FROM "own_ingredients" o WHERE o."key" IN (SELECT n #>> '{}' FROM jsonb_path_query("recipe", 'lax $.nuts[*].ingredient') n)) WHERE EXISTS (SELECT 1 FROM "own_ingredients" o WHERE o."key" IN (SELECT n #>> '{}' FROM jsonb_path_query("recipe", 'lax $.nuts[*].ingredient') n));--> statement-breakpoint
UPDATE "plans" SET "ingredients" = (SELECT jsonb_agg(o."body") FROM "own_ingredients" o WHERE o."key" IN (SELECT n #>> '{}' FROM jsonb_path_query("recipe", 'lax $.nuts[*].ingredient') n)) WHERE EXISTS (SELECT 1 FROM "own_ingredients" o WHERE o."key" IN (SELECT n #>> '{}' FROM jsonb_path_query("recipe", 'lax $.nuts[*].ingredient') n));--> statement-breakpoint
UPDATE "batch_events" SET "what" = "what" || jsonb_build_object('ingredients', (SELECT jsonb_agg(o."body") FROM "own_ingredients" o WHERE o."key" IN (SELECT n #>> '{}' FROM jsonb_path_query("what"->'recipe', 'lax $.nuts[*].ingredient') n))) WHERE EXISTS (SELECT 1 FROM "own_ingredients" o WHERE o."key" IN (SELECT n #>> '{}' FROM jsonb_path_query("what"->'recipe', 'lax $.nuts[*].ingredient') n));--> statement-breakpoint
UPDATE "recipe_versions" SET "recipe" = jsonb_set("recipe", '{strain,strainer}', '"cold-press"') WHERE "recipe" #>> '{blend,machine}' = 'cold-press';--> statement-breakpoint
UPDATE "plans" SET "recipe" = jsonb_set("recipe", '{strain,strainer}', '"cold-press"') WHERE "recipe" #>> '{blend,machine}' = 'cold-press';--> statement-breakpoint
UPDATE "batch_events" SET "what" = jsonb_set("what", '{recipe,strain,strainer}', '"cold-press"') WHERE "what" #>> '{recipe,blend,machine}' = 'cold-press';
