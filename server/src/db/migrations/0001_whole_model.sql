ALTER TABLE entry ADD COLUMN author_id text;
--> statement-breakpoint
ALTER TABLE entry ADD COLUMN parent_id text REFERENCES entry (id) ON DELETE SET NULL;
--> statement-breakpoint
CREATE INDEX entry_parent ON entry (parent_id) WHERE parent_id IS NOT NULL;
--> statement-breakpoint
ALTER TABLE entry ADD COLUMN template_id text;
--> statement-breakpoint
ALTER TABLE template RENAME COLUMN type_id TO id;
--> statement-breakpoint
ALTER TABLE medium ADD COLUMN "values" jsonb NOT NULL DEFAULT '{}';
--> statement-breakpoint
ALTER TABLE person ADD COLUMN "values" jsonb NOT NULL DEFAULT '{}';
--> statement-breakpoint
CREATE TABLE term (
  id text PRIMARY KEY,
  taxonomy_id text NOT NULL,
  parent_id text REFERENCES term (id) ON DELETE SET NULL,
  slug text NOT NULL,
  label text NOT NULL,
  position integer NOT NULL,
  "values" jsonb NOT NULL DEFAULT '{}',
  version integer NOT NULL DEFAULT 1,
  CONSTRAINT term_slug UNIQUE (taxonomy_id, slug)
);
--> statement-breakpoint
CREATE INDEX term_of_taxonomy ON term (taxonomy_id, position);
--> statement-breakpoint
CREATE TABLE entry_link (
  entry_id text NOT NULL REFERENCES entry (id) ON DELETE CASCADE,
  field_id text NOT NULL,
  kind text NOT NULL,
  target_id text NOT NULL,
  PRIMARY KEY (entry_id, field_id, target_id)
);
--> statement-breakpoint
CREATE INDEX entry_link_target ON entry_link (target_id, field_id);
--> statement-breakpoint
ALTER TABLE index_table ADD COLUMN links boolean NOT NULL DEFAULT true;
--> statement-breakpoint
ALTER TABLE index_table ADD COLUMN filled_on text NOT NULL DEFAULT '';
--> statement-breakpoint
CREATE TABLE entry_search (
  entry_id text PRIMARY KEY REFERENCES entry (id) ON DELETE CASCADE,
  words text NOT NULL
);
--> statement-breakpoint
CREATE INDEX entry_search_words ON entry_search USING gin (words gin_trgm_ops);
