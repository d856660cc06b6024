CREATE TABLE "rehearsal_results" (
	"rehearsal_id" text NOT NULL,
	"script_id" text NOT NULL,
	"ordinal" integer NOT NULL,
	"passed" boolean NOT NULL,
	"prints" jsonb NOT NULL,
	"result" jsonb NOT NULL,
	CONSTRAINT "rehearsal_results_rehearsal_id_script_id_pk" PRIMARY KEY("rehearsal_id","script_id")
);
--> statement-breakpoint
CREATE TABLE "notes" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"question" text NOT NULL,
	"before" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"turn" jsonb,
	"marks" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"wrong" text DEFAULT '' NOT NULL,
	"wanted" text DEFAULT '' NOT NULL,
	"sentence" text DEFAULT '' NOT NULL,
	"status" text NOT NULL,
	"error" text,
	"cause" jsonb,
	"checks" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"revision" integer,
	"stance" text,
	"closed" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"closed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "proposals" (
	"id" text PRIMARY KEY NOT NULL,
	"note_id" text NOT NULL,
	"ordinal" integer NOT NULL,
	"kind" text NOT NULL,
	"summary" text NOT NULL,
	"because" text NOT NULL,
	"proposed" jsonb NOT NULL,
	"trial" jsonb,
	"status" text DEFAULT 'open' NOT NULL,
	"undo" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "rehearsals" ADD COLUMN "request" jsonb DEFAULT '{"subject":"draft"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "rehearsals" ADD COLUMN "status" text DEFAULT 'done' NOT NULL;--> statement-breakpoint
ALTER TABLE "rehearsals" ADD COLUMN "error" text;--> statement-breakpoint
ALTER TABLE "rehearsals" ADD COLUMN "total" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "scripts" ADD COLUMN "folder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "scripts" ADD COLUMN "tags" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "scripts" ADD COLUMN "place" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "rehearsal_results" ADD CONSTRAINT "rehearsal_results_rehearsal_id_rehearsals_id_fk" FOREIGN KEY ("rehearsal_id") REFERENCES "public"."rehearsals"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposals" ADD CONSTRAINT "proposals_note_id_notes_id_fk" FOREIGN KEY ("note_id") REFERENCES "public"."notes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "notes_agent" ON "notes" USING btree ("agent_id","created_at");--> statement-breakpoint
CREATE INDEX "proposals_note" ON "proposals" USING btree ("note_id","ordinal");