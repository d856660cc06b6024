ALTER TABLE "jobs" ADD COLUMN "held_by" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "held_until" timestamp with time zone;