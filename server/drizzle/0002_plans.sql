CREATE TABLE "plans" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"status" text DEFAULT 'open' NOT NULL,
	"batch_id" uuid,
	"time_zone" text NOT NULL,
	"glass_at" timestamp with time zone NOT NULL,
	"fresh" boolean NOT NULL,
	"soaked_already" boolean NOT NULL,
	"weigh_at" timestamp with time zone NOT NULL,
	"drain_at" timestamp with time zone NOT NULL,
	"blend_at" timestamp with time zone NOT NULL,
	"recipe" jsonb NOT NULL,
	"prediction" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_batch_id_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."batches"("id") ON DELETE no action ON UPDATE no action;