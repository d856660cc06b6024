ALTER TABLE "turns" ADD COLUMN "usage" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "endpoints" ADD COLUMN "options" jsonb DEFAULT '{}'::jsonb NOT NULL;