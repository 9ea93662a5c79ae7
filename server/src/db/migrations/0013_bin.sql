CREATE TABLE "bin" (
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"subject" text,
	"content" jsonb NOT NULL,
	"deleted_by" text NOT NULL,
	"deleted_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "bin_pkey" PRIMARY KEY("kind","id")
);
--> statement-breakpoint
INSERT INTO "bin" ("kind", "id", "name", "subject", "content", "deleted_by", "deleted_at")
SELECT 'term', "id", "record" ->> 'label', "record" ->> 'taxonomyId',
	jsonb_build_object('kind', 'term', 'record', "record", 'children', "children", 'left', "entries"), '', "created_at"
FROM "removed_term";--> statement-breakpoint
DROP TABLE "removed_term";--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "bin_days" integer DEFAULT 30 NOT NULL;--> statement-breakpoint
CREATE INDEX "bin_deleted_at" ON "bin" USING btree ("deleted_at");