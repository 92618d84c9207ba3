ALTER TABLE "batch_events" ADD COLUMN "added_in" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "changed_in" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "revision" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "settings_changed_in" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "ingredients_changed_in" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "recipes_changed_in" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "changed_in" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "proven_best" boolean DEFAULT true NOT NULL;--> statement-breakpoint
CREATE INDEX "batches_changed" ON "batches" USING btree ("changed_in");