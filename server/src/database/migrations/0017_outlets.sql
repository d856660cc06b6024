CREATE TABLE "outlet_days" (
	"outlet_id" text NOT NULL,
	"day" date NOT NULL,
	"turns" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "outlet_days_outlet_id_day_pk" PRIMARY KEY("outlet_id","day")
);
--> statement-breakpoint
CREATE TABLE "outlet_keys" (
	"id" text PRIMARY KEY NOT NULL,
	"outlet_id" text NOT NULL,
	"name" text NOT NULL,
	"key_hash" text NOT NULL,
	"last_used_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "outlet_keys_key_hash_unique" UNIQUE("key_hash")
);
--> statement-breakpoint
CREATE TABLE "outlets" (
	"id" text PRIMARY KEY NOT NULL,
	"agent_id" text NOT NULL,
	"slug" text NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"state" text NOT NULL,
	"paused_message" text DEFAULT '' NOT NULL,
	"edition" integer,
	"domains" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"look" jsonb NOT NULL,
	"turns_per_day" integer,
	"used_up_message" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "outlets_slug_unique" UNIQUE("slug")
);
--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "outlet_id" text;--> statement-breakpoint
ALTER TABLE "outlet_days" ADD CONSTRAINT "outlet_days_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlet_keys" ADD CONSTRAINT "outlet_keys_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlets" ADD CONSTRAINT "outlets_agent_id_agents_id_fk" FOREIGN KEY ("agent_id") REFERENCES "public"."agents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "outlets_agent" ON "outlets" USING btree ("agent_id");