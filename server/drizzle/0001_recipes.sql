CREATE TABLE "recipe_versions" (
	"recipe_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"recipe" jsonb NOT NULL,
	CONSTRAINT "recipe_versions_recipe_id_version_pk" PRIMARY KEY("recipe_id","version")
);
--> statement-breakpoint
CREATE TABLE "recipes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"away" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "profile" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe_versions" ADD CONSTRAINT "recipe_versions_recipe_id_recipes_id_fk" FOREIGN KEY ("recipe_id") REFERENCES "public"."recipes"("id") ON DELETE no action ON UPDATE no action;