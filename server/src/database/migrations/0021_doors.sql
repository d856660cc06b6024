ALTER TABLE "outlet_days" ADD COLUMN "tokens" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "turns_per_month" integer;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "turns_per_conversation" integer;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "tokens_per_month" bigint;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "longest_line" integer DEFAULT 5000 NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "access" text DEFAULT 'anybody' NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "password" text;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "sealed_secret" text;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "hours" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "time_zone" text DEFAULT 'UTC' NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "closed_message" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "keep_days" integer;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "masks" text[] DEFAULT '{}' NOT NULL;