ALTER TABLE "fridge_days" ADD COLUMN "fridge" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "fridge_readings" ADD COLUMN "fridge" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "fridge_days" DROP CONSTRAINT "fridge_days_kitchen_id_day_pk";--> statement-breakpoint
ALTER TABLE "fridge_days" ADD CONSTRAINT "fridge_days_kitchen_id_fridge_day_pk" PRIMARY KEY("kitchen_id","fridge","day");
