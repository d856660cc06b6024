CREATE TABLE "relay_runs" (
	"id" text PRIMARY KEY NOT NULL,
	"relay_id" text NOT NULL,
	"agent_id" text NOT NULL,
	"spec" jsonb NOT NULL,
	"inputs" jsonb NOT NULL,
	"legs" jsonb NOT NULL,
	"pending" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"status" text NOT NULL,
	"by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "relays" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"spec" jsonb NOT NULL,
	"cue" jsonb,
	"next_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "relay_runs" ADD CONSTRAINT "relay_runs_relay_id_relays_id_fk" FOREIGN KEY ("relay_id") REFERENCES "public"."relays"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "relays" ADD CONSTRAINT "relays_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "relay_runs_relay" ON "relay_runs" USING btree ("relay_id","created_at");--> statement-breakpoint
CREATE INDEX "relays_next" ON "relays" USING btree ("next_at");