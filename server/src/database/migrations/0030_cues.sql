CREATE TABLE "relay_events" (
	"id" text PRIMARY KEY NOT NULL,
	"relay_id" text NOT NULL,
	"key" text NOT NULL,
	"title" text NOT NULL,
	"run_id" text,
	"because" text DEFAULT '' NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "relay_runs" ADD COLUMN "mail" jsonb;--> statement-breakpoint
ALTER TABLE "relays" ADD COLUMN "sealed_secret" text;--> statement-breakpoint
ALTER TABLE "relays" ADD COLUMN "looked_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "relay_events" ADD CONSTRAINT "relay_events_relay_id_relays_id_fk" FOREIGN KEY ("relay_id") REFERENCES "public"."relays"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "relay_events_key" ON "relay_events" USING btree ("relay_id","key");
--> statement-breakpoint
UPDATE "relays" SET "cue" = "cue" || '{"kind": "time"}'::jsonb WHERE "cue" IS NOT NULL;