CREATE TABLE "settled_conflicts" (
	"agent_id" text NOT NULL,
	"statements" text NOT NULL,
	CONSTRAINT "settled_conflicts_agent_id_statements_pk" PRIMARY KEY("agent_id","statements")
);
--> statement-breakpoint
CREATE TABLE "surveys" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"url" text NOT NULL,
	"plan" jsonb NOT NULL,
	"status" text NOT NULL,
	"error" text,
	"advice" text,
	"host_to_allow" text,
	"pages" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"waiting" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "passages" ADD COLUMN "original" text;--> statement-breakpoint
ALTER TABLE "passages" ADD COLUMN "is_excluded" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "captions_hash" text;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "cutting" jsonb DEFAULT '{"by":"structure","target":700,"overlap":0}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "edits" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "lost_edits" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "based_on" text;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "because" text DEFAULT 'added' NOT NULL;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "sketch" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "validators" jsonb;--> statement-breakpoint
ALTER TABLE "source_versions" ADD COLUMN "pages" jsonb;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "is_titled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "description" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "is_described" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "shelf" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "tags" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "weight" double precision DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "valid_from" text;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "valid_until" text;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "added_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "refresh_hours" integer;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "looked_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "settled_conflicts" ADD CONSTRAINT "settled_conflicts_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "surveys" ADD CONSTRAINT "surveys_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;