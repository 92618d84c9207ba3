CREATE TABLE "paired_devices" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"token_hash" text NOT NULL,
	"paired_at" timestamp with time zone NOT NULL,
	"last_used_at" timestamp with time zone,
	"removed_at" timestamp with time zone,
	CONSTRAINT "paired_devices_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id"),
	CONSTRAINT "paired_devices_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "pairing" (
	"kitchen_id" uuid PRIMARY KEY NOT NULL,
	"code_hash" text NOT NULL,
	"secret_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"wrong_tries" integer DEFAULT 0 NOT NULL,
	"waits_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "paired_devices" ADD CONSTRAINT "paired_devices_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE cascade ON UPDATE no action;