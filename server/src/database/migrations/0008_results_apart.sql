INSERT INTO "rehearsal_results" ("rehearsal_id", "script_id", "ordinal", "passed", "prints", "result")
SELECT "rehearsals"."id", each.value->>'scriptId', each.ordinality, (each.value->>'passed')::boolean,
	coalesce((SELECT jsonb_agg(md5(turn.value->>'reply') ORDER BY turn.ordinality)
		FROM jsonb_array_elements(each.value->'turns') WITH ORDINALITY AS turn), '[]'::jsonb),
	each.value
FROM "rehearsals", jsonb_array_elements("rehearsals"."results") WITH ORDINALITY AS each
ON CONFLICT DO NOTHING;--> statement-breakpoint
UPDATE "rehearsals" SET "total" = "passed" + "failed";--> statement-breakpoint
ALTER TABLE "rehearsals" DROP COLUMN "results";
