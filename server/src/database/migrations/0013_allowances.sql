CREATE TABLE "allowances" (
	"name" text PRIMARY KEY NOT NULL,
	"used" integer NOT NULL,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE INDEX "allowances_until" ON "allowances" USING btree ("until");