ALTER TABLE "batch_events" DROP CONSTRAINT "batch_events_id_unique";--> statement-breakpoint
ALTER TABLE "batch_events" DROP CONSTRAINT "batch_events_batch_id_batches_id_fk";--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" DROP CONSTRAINT "own_ingredient_revisions_key_own_ingredients_key_fk";--> statement-breakpoint
ALTER TABLE "plans" DROP CONSTRAINT "plans_batch_id_batches_id_fk";--> statement-breakpoint
ALTER TABLE "recipe_versions" DROP CONSTRAINT "recipe_versions_recipe_id_recipes_id_fk";--> statement-breakpoint
DROP INDEX "batch_events_batch";--> statement-breakpoint
DROP INDEX "batches_created";--> statement-breakpoint
DROP INDEX "batches_active";--> statement-breakpoint
DROP INDEX "batches_changed";--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" DROP CONSTRAINT "own_ingredient_revisions_key_revision_pk";--> statement-breakpoint
ALTER TABLE "recipe_versions" DROP CONSTRAINT "recipe_versions_recipe_id_version_pk";--> statement-breakpoint
ALTER TABLE "set_aside" DROP CONSTRAINT "set_aside_kind_id_pk";--> statement-breakpoint
ALTER TABLE "batch_events" DROP CONSTRAINT "batch_events_pkey";--> statement-breakpoint
ALTER TABLE "batches" DROP CONSTRAINT "batches_pkey";--> statement-breakpoint
ALTER TABLE "fridge_readings" DROP CONSTRAINT "fridge_readings_pkey";--> statement-breakpoint
ALTER TABLE "idempotency_keys" DROP CONSTRAINT "idempotency_keys_pkey";--> statement-breakpoint
ALTER TABLE "own_ingredients" DROP CONSTRAINT "own_ingredients_pkey";--> statement-breakpoint
ALTER TABLE "plans" DROP CONSTRAINT "plans_pkey";--> statement-breakpoint
ALTER TABLE "recipes" DROP CONSTRAINT "recipes_pkey";--> statement-breakpoint
ALTER TABLE "kitchens" ALTER COLUMN "id" SET DATA TYPE uuid USING gen_random_uuid();--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "created_at" timestamp with time zone;--> statement-breakpoint
UPDATE "kitchens" SET "created_at" = coalesce((SELECT min("at") FROM "fridge_readings"), now());--> statement-breakpoint
ALTER TABLE "kitchens" ALTER COLUMN "created_at" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "batch_events" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "batch_events" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "batch_events" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "batches" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "batches" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "fridge_readings" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "fridge_readings" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "fridge_readings" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "idempotency_keys" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "idempotency_keys" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "idempotency_keys" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "own_ingredient_revisions" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "own_ingredients" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "own_ingredients" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "own_ingredients" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "plans" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "plans" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "recipe_versions" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "recipe_versions" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "recipe_versions" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "recipes" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "recipes" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "recipes" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "set_aside" ADD COLUMN "kitchen_id" uuid;--> statement-breakpoint
UPDATE "set_aside" SET "kitchen_id" = (SELECT "id" FROM "kitchens");--> statement-breakpoint
ALTER TABLE "set_aside" ALTER COLUMN "kitchen_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "batch_events" ADD CONSTRAINT "batch_events_kitchen_id_batch_id_seq_pk" PRIMARY KEY("kitchen_id","batch_id","seq");--> statement-breakpoint
ALTER TABLE "batches" ADD CONSTRAINT "batches_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id");--> statement-breakpoint
ALTER TABLE "fridge_readings" ADD CONSTRAINT "fridge_readings_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id");--> statement-breakpoint
ALTER TABLE "idempotency_keys" ADD CONSTRAINT "idempotency_keys_kitchen_id_key_pk" PRIMARY KEY("kitchen_id","key");--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" ADD CONSTRAINT "own_ingredient_revisions_kitchen_id_key_revision_pk" PRIMARY KEY("kitchen_id","key","revision");--> statement-breakpoint
ALTER TABLE "own_ingredients" ADD CONSTRAINT "own_ingredients_kitchen_id_key_pk" PRIMARY KEY("kitchen_id","key");--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id");--> statement-breakpoint
ALTER TABLE "recipe_versions" ADD CONSTRAINT "recipe_versions_kitchen_id_recipe_id_version_pk" PRIMARY KEY("kitchen_id","recipe_id","version");--> statement-breakpoint
ALTER TABLE "recipes" ADD CONSTRAINT "recipes_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id");--> statement-breakpoint
ALTER TABLE "set_aside" ADD CONSTRAINT "set_aside_kitchen_id_kind_id_pk" PRIMARY KEY("kitchen_id","kind","id");--> statement-breakpoint
ALTER TABLE "batch_events" ADD CONSTRAINT "batch_events_id" UNIQUE("kitchen_id","id");--> statement-breakpoint
ALTER TABLE "batch_events" ADD CONSTRAINT "batch_events_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch_events" ADD CONSTRAINT "batch_events_of" FOREIGN KEY ("kitchen_id","batch_id") REFERENCES "public"."batches"("kitchen_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batches" ADD CONSTRAINT "batches_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fridge_readings" ADD CONSTRAINT "fridge_readings_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "idempotency_keys" ADD CONSTRAINT "idempotency_keys_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" ADD CONSTRAINT "own_ingredient_revisions_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "own_ingredient_revisions" ADD CONSTRAINT "own_ingredient_revisions_of" FOREIGN KEY ("kitchen_id","key") REFERENCES "public"."own_ingredients"("kitchen_id","key") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "own_ingredients" ADD CONSTRAINT "own_ingredients_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_batch" FOREIGN KEY ("kitchen_id","batch_id") REFERENCES "public"."batches"("kitchen_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe_versions" ADD CONSTRAINT "recipe_versions_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipe_versions" ADD CONSTRAINT "recipe_versions_of" FOREIGN KEY ("kitchen_id","recipe_id") REFERENCES "public"."recipes"("kitchen_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipes" ADD CONSTRAINT "recipes_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_aside" ADD CONSTRAINT "set_aside_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plans_open" ON "plans" USING btree ("kitchen_id","status","glass_at");--> statement-breakpoint
CREATE INDEX "plans_changed" ON "plans" USING btree ("kitchen_id","changed_in");--> statement-breakpoint
CREATE INDEX "batches_created" ON "batches" USING btree ("kitchen_id","created_at","id");--> statement-breakpoint
CREATE INDEX "batches_active" ON "batches" USING btree ("kitchen_id","active","created_at");--> statement-breakpoint
CREATE INDEX "batches_changed" ON "batches" USING btree ("kitchen_id","changed_in");
