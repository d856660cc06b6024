CREATE TABLE "embedders" (
	"id" text PRIMARY KEY NOT NULL,
	"base_url" text NOT NULL,
	"model" text NOT NULL,
	"sealed_key" text,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"error" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ready_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "version_vectors" (
	"embedder_id" text NOT NULL,
	"version_id" text NOT NULL,
	"dimensions" integer NOT NULL,
	"count" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "version_vectors_embedder_id_version_id_pk" PRIMARY KEY("embedder_id","version_id")
);
--> statement-breakpoint
ALTER TABLE "version_vectors" ADD CONSTRAINT "version_vectors_embedder_id_embedders_id_fk" FOREIGN KEY ("embedder_id") REFERENCES "public"."embedders"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "version_vectors" ADD CONSTRAINT "version_vectors_version_id_source_versions_id_fk" FOREIGN KEY ("version_id") REFERENCES "public"."source_versions"("id") ON DELETE cascade ON UPDATE no action;