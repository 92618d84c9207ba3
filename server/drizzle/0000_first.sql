CREATE TABLE "batch_events" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"batch_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"time_zone" text NOT NULL,
	"what" jsonb NOT NULL,
	CONSTRAINT "batch_events_id_unique" UNIQUE("id")
);
--> statement-breakpoint
CREATE TABLE "batches" (
	"id" uuid PRIMARY KEY NOT NULL,
	"time_zone" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"active" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fridge_readings" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"time_zone" text NOT NULL,
	"temp_c" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "idempotency_keys" (
	"key" text PRIMARY KEY NOT NULL,
	"request_hash" text NOT NULL,
	"made" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kitchens" (
	"id" integer PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"room_temp_c" double precision NOT NULL,
	"fridge_temp_c" double precision NOT NULL,
	"cup_system" text NOT NULL,
	"measures" text NOT NULL,
	"currency" text NOT NULL,
	"budget_h" integer NOT NULL,
	"machine" text NOT NULL,
	"strainer" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "own_ingredients" (
	"key" text PRIMARY KEY NOT NULL,
	"body" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "batch_events" ADD CONSTRAINT "batch_events_batch_id_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "batch_events_batch" ON "batch_events" USING btree ("batch_id","seq");--> statement-breakpoint
CREATE INDEX "batches_created" ON "batches" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "batches_active" ON "batches" USING btree ("active");