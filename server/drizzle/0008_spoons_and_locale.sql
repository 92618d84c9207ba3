ALTER TABLE "kitchens" ADD COLUMN "spoon_system" text DEFAULT 'metric' NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "locale" text;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "set_up" boolean DEFAULT true NOT NULL;--> statement-breakpoint
UPDATE "kitchens" SET "spoon_system" = 'us' WHERE "measures" = 'us';
