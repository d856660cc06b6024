CREATE TABLE "debrief_answers" (
	"conversation_id" text NOT NULL,
	"question_id" text NOT NULL,
	"agent_id" text NOT NULL,
	"value" text,
	"because" jsonb NOT NULL,
	CONSTRAINT "debrief_answers_conversation_id_question_id_pk" PRIMARY KEY("conversation_id","question_id")
);
--> statement-breakpoint
CREATE TABLE "debriefs" (
	"agent_id" text PRIMARY KEY NOT NULL,
	"questions" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "debriefed" integer;--> statement-breakpoint
ALTER TABLE "debrief_answers" ADD CONSTRAINT "debrief_answers_conversation_id_conversations_id_fk" FOREIGN KEY ("conversation_id") REFERENCES "public"."conversations"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "debriefs" ADD CONSTRAINT "debriefs_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "debrief_answers_agent" ON "debrief_answers" USING btree ("agent_id","question_id","value");--> statement-breakpoint
CREATE INDEX "conversations_ended" ON "conversations" USING btree ("channel","ended_at","last_at");