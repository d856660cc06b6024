CREATE TABLE "tool_calls" (
	"id" text PRIMARY KEY NOT NULL,
	"tool_id" text NOT NULL,
	"operation" text NOT NULL,
	"agent_id" text,
	"input" jsonb NOT NULL,
	"output" text NOT NULL,
	"is_failed" boolean NOT NULL,
	"took_ms" double precision NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tools" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"url" text DEFAULT '' NOT NULL,
	"command" text DEFAULT '' NOT NULL,
	"auth" jsonb NOT NULL,
	"sealed_secret" text,
	"timeout_ms" integer NOT NULL,
	"calls_per_day" integer,
	"operations" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "tool_calls" ADD CONSTRAINT "tool_calls_tool_id_tools_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."tools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "tool_calls_tool" ON "tool_calls" USING btree ("tool_id","created_at");