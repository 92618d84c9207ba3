CREATE TABLE "fridge_days" (
	"kitchen_id" uuid NOT NULL,
	"day" text NOT NULL,
	"readings" jsonb NOT NULL,
	"means" jsonb NOT NULL,
	"changed_in" bigint DEFAULT 0 NOT NULL,
	CONSTRAINT "fridge_days_kitchen_id_day_pk" PRIMARY KEY("kitchen_id","day")
);
--> statement-breakpoint
ALTER TABLE "fridge_days" ADD CONSTRAINT "fridge_days_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fridge_days_changed" ON "fridge_days" USING btree ("kitchen_id","changed_in");