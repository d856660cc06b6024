CREATE TABLE "appointments" (
	"id" text PRIMARY KEY NOT NULL,
	"tool_id" text NOT NULL,
	"number" text NOT NULL,
	"place" text DEFAULT '' NOT NULL,
	"start" timestamp with time zone NOT NULL,
	"sequence" integer DEFAULT 0 NOT NULL,
	"name" text DEFAULT '' NOT NULL,
	"email" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"agent_id" text,
	"conversation_id" text,
	"cancelled_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "tools" ADD COLUMN "settings" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "appointments" ADD CONSTRAINT "appointments_tool_id_tools_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."tools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "appointments_number" ON "appointments" USING btree ("tool_id","number");--> statement-breakpoint
CREATE INDEX "appointments_conversation" ON "appointments" USING btree ("conversation_id");