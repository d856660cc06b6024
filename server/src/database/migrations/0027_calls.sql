ALTER TABLE "tool_calls" ADD COLUMN "conversation_id" text;--> statement-breakpoint
CREATE INDEX "tool_calls_conversation" ON "tool_calls" USING btree ("conversation_id");