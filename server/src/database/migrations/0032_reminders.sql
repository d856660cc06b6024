CREATE TABLE "reminders" (
	"id" text PRIMARY KEY NOT NULL,
	"tool_id" text NOT NULL,
	"email" text NOT NULL,
	"what" text NOT NULL,
	"agent_id" text,
	"conversation_id" text,
	"due_at" timestamp with time zone NOT NULL,
	"sent_at" timestamp with time zone,
	"tries" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "reminders" ADD CONSTRAINT "reminders_tool_id_tools_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."tools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reminders_due" ON "reminders" USING btree ("due_at");--> statement-breakpoint
CREATE INDEX "reminders_conversation" ON "reminders" USING btree ("conversation_id");