CREATE TABLE "term_ancestor" (
	"term_id" text NOT NULL,
	"ancestor_id" text NOT NULL,
	CONSTRAINT "term_ancestor_pkey" PRIMARY KEY("term_id","ancestor_id")
);
--> statement-breakpoint
ALTER TABLE "entry_link" ADD COLUMN "shown" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "term_ancestor" ADD CONSTRAINT "term_ancestor_term_id_fkey" FOREIGN KEY ("term_id") REFERENCES "public"."term"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "term_ancestor" ADD CONSTRAINT "term_ancestor_ancestor_id_fkey" FOREIGN KEY ("ancestor_id") REFERENCES "public"."term"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "term_ancestor_below" ON "term_ancestor" USING btree ("ancestor_id","term_id");--> statement-breakpoint
ALTER TABLE "index_table" DROP COLUMN "links";--> statement-breakpoint
INSERT INTO term_ancestor (term_id, ancestor_id)
WITH RECURSIVE up AS (
  SELECT id AS term_id, id AS ancestor_id FROM term
  UNION
  SELECT up.term_id, term.parent_id FROM up JOIN term ON term.id = up.ancestor_id WHERE term.parent_id IS NOT NULL
)
SELECT term_id, ancestor_id FROM up;
--> statement-breakpoint
-- Titles and texts in the order of readers: Hut 2 before Hut 10. Indexes of the order before are made anew with what fills them.
CREATE COLLATION readers_order (provider = icu, locale = '@colNumeric=yes');
--> statement-breakpoint
DO $$
DECLARE old record;
BEGIN
  FOR old IN
    SELECT indexname AS name FROM pg_indexes WHERE tablename LIKE 'ix\_%' AND indexdef LIKE '%und-x-icu%'
  LOOP
    EXECUTE format('DROP INDEX %I', old.name);
  END LOOP;
END $$;
--> statement-breakpoint
-- Index tables get columns for fields in groups and rows, and links say whether they show.
UPDATE index_table SET filled_to = '';
