CREATE TABLE "requests" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"conversation_id" text,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	"values" jsonb NOT NULL,
	"held" jsonb,
	"edition" integer,
	"due_at" timestamp with time zone,
	"state" text DEFAULT 'waiting' NOT NULL,
	"by" text DEFAULT '' NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"decided_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "requests" ADD CONSTRAINT "requests_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "requests_agent" ON "requests" USING btree ("agent_id","state");--> statement-breakpoint
CREATE INDEX "requests_conversation" ON "requests" USING btree ("conversation_id");