CREATE TABLE "entry_loose" (
	"entry_id" text NOT NULL,
	"type_id" text NOT NULL,
	"within" text NOT NULL,
	"key" text NOT NULL,
	CONSTRAINT "entry_loose_pkey" PRIMARY KEY("entry_id","within","key")
);
--> statement-breakpoint
CREATE TABLE "loose_removal" (
	"id" text PRIMARY KEY NOT NULL,
	"type_id" text NOT NULL,
	"within" text NOT NULL,
	"key" text NOT NULL,
	"target" text,
	"state" text NOT NULL,
	"person_name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "loose_removed" (
	"removal_id" text NOT NULL,
	"entry_id" text NOT NULL,
	"taken" jsonb NOT NULL,
	CONSTRAINT "loose_removed_pkey" PRIMARY KEY("removal_id","entry_id")
);
--> statement-breakpoint
ALTER TABLE "entry_loose" ADD CONSTRAINT "entry_loose_entry_id_fkey" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loose_removed" ADD CONSTRAINT "loose_removed_removal_id_fkey" FOREIGN KEY ("removal_id") REFERENCES "public"."loose_removal"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_loose_name" ON "entry_loose" USING btree ("type_id","within","key");--> statement-breakpoint
CREATE INDEX "loose_removal_created_at" ON "loose_removal" USING btree ("created_at");--> statement-breakpoint
UPDATE "type_examined" SET "examined_to" = '', "round" = "round" + 1;--> statement-breakpoint
-- Another file under the same medium may be of another kind, size or shape than its fields take.
CREATE OR REPLACE FUNCTION unexamined_kind_of_file() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO entry_unexamined (entry_id)
    SELECT DISTINCT entry_link.entry_id FROM written JOIN stood ON stood.id = written.id
      AND (stood.mime, stood.bytes, stood.width, stood.height) IS DISTINCT FROM (written.mime, written.bytes, written.width, written.height)
      JOIN entry_link ON entry_link.target_id = written.id ORDER BY 1;
  RETURN NULL;
END $$;
