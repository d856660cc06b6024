ALTER TABLE "deliveries" ADD COLUMN "conversation_id" text;--> statement-breakpoint
CREATE INDEX "deliveries_conversation" ON "deliveries" USING btree ("conversation_id");