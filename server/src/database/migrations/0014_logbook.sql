ALTER TABLE "conversations" ADD COLUMN "opening" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "turn_count" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "unanswered" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "outcomes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "passed_on_to" text;--> statement-breakpoint
ALTER TABLE "conversations" ADD COLUMN "edition" integer;--> statement-breakpoint
CREATE INDEX "turns_words" ON "turns" USING gin (to_tsvector('simple', "said" || ' ' || "reply"));--> statement-breakpoint
UPDATE "conversations" SET "opening" = t.opening, "turn_count" = t.number, "unanswered" = t.unanswered, "outcomes" = t.outcomes, "passed_on_to" = t.passed_on_to, "edition" = t.edition
FROM (
  SELECT "conversation_id" AS id, (array_agg("said" ORDER BY "ordinal"))[1] AS opening, count(*) AS number,
    count(*) FILTER (WHERE "outcome" = 'unknown') AS unanswered, array_agg(DISTINCT "outcome") AS outcomes,
    (array_agg("hand_over" ->> 'to' ORDER BY "ordinal" DESC) FILTER (WHERE "hand_over" IS NOT NULL))[1] AS passed_on_to,
    max("edition") AS edition
  FROM "turns" GROUP BY "conversation_id"
) AS t
WHERE t.id = "conversations"."id";
