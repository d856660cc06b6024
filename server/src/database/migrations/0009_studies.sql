CREATE TABLE "studies" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"request" jsonb NOT NULL,
	"status" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"steps" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"result" jsonb,
	"votes" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"revision" integer NOT NULL,
	"error" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "studies" ADD CONSTRAINT "studies_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "studies_agent" ON "studies" USING btree ("agent_id","created_at");