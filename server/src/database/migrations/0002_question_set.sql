CREATE TABLE "expectations" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"question" text NOT NULL,
	"source_id" text NOT NULL,
	"excerpt" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "scoreboards" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"state" text NOT NULL,
	"questions" integer NOT NULL,
	"scores" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "expectations" ADD CONSTRAINT "expectations_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "expectations" ADD CONSTRAINT "expectations_source_id_sources_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."sources"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scoreboards" ADD CONSTRAINT "scoreboards_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "expectations_agent" ON "expectations" USING btree ("agent_id");--> statement-breakpoint
CREATE INDEX "scoreboards_agent" ON "scoreboards" USING btree ("agent_id");