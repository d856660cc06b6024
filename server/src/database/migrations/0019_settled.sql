CREATE TABLE "settled_questions" (
	"agent_id" text NOT NULL,
	"question" text NOT NULL,
	"how" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "settled_questions_agent_id_question_pk" PRIMARY KEY("agent_id","question")
);
--> statement-breakpoint
ALTER TABLE "settled_questions" ADD CONSTRAINT "settled_questions_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;