CREATE TABLE "deliveries" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"hook_id" text,
	"to" text NOT NULL,
	"event" text NOT NULL,
	"body" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"answer" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"sent_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "desk_presence" (
	"agent_id" text NOT NULL,
	"who" text NOT NULL,
	"until" timestamp with time zone NOT NULL,
	CONSTRAINT "desk_presence_agent_id_who_pk" PRIMARY KEY("agent_id","who")
);
--> statement-breakpoint
CREATE TABLE "desks" (
	"agent_id" text PRIMARY KEY NOT NULL,
	"is_on" boolean NOT NULL,
	"hours" jsonb NOT NULL,
	"time_zone" text NOT NULL,
	"says_called" text NOT NULL,
	"says_nobody" text NOT NULL,
	"wait_minutes" integer NOT NULL,
	"mail_to" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hooks" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"url" text NOT NULL,
	"events" text[] NOT NULL,
	"sealed_secret" text NOT NULL,
	"is_on" boolean DEFAULT true NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "visitors" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"conversation_id" text NOT NULL,
	"outlet_id" text,
	"name" text DEFAULT '' NOT NULL,
	"email" text DEFAULT '' NOT NULL,
	"phone" text DEFAULT '' NOT NULL,
	"values" jsonb NOT NULL,
	"consents" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "person" text;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "person_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "person_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "liked" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "disliked" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "has_collected" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "turns" ADD COLUMN "person" text;--> statement-breakpoint
ALTER TABLE "turns" ADD COLUMN "rating" text;--> statement-breakpoint
ALTER TABLE "turns" ADD COLUMN "rating_word" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "form" jsonb;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_hook_id_hooks_id_fk" FOREIGN KEY ("hook_id") REFERENCES "public"."hooks"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_presence" ADD CONSTRAINT "desk_presence_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desks" ADD CONSTRAINT "desks_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hooks" ADD CONSTRAINT "hooks_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visitors" ADD CONSTRAINT "visitors_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deliveries_agent" ON "deliveries" USING btree ("agent_id","created_at");--> statement-breakpoint
CREATE INDEX "hooks_agent" ON "hooks" USING btree ("agent_id");--> statement-breakpoint
CREATE UNIQUE INDEX "visitors_conversation" ON "visitors" USING btree ("conversation_id");--> statement-breakpoint
CREATE INDEX "visitors_agent" ON "visitors" USING btree ("agent_id","created_at");--> statement-breakpoint
CREATE INDEX "conversations_person" ON "conversations" USING btree ("person");