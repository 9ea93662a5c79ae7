CREATE TABLE "entry_revision" (
	"entry_id" text NOT NULL,
	"version" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"before" jsonb NOT NULL,
	CONSTRAINT "entry_revision_pkey" PRIMARY KEY("entry_id","version")
);
--> statement-breakpoint
-- What a save changed, as it stood before. Values are read once and put side by side: to ask for each by its key would read a
-- large document as often as it has fields.
CREATE FUNCTION note_entry_revision() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  stood jsonb;
BEGIN
  SELECT coalesce(jsonb_object_agg(coalesce(old_value.key, new_value.key), old_value.value), '{}') INTO stood
    FROM jsonb_each(OLD."values") AS old_value FULL JOIN jsonb_each(NEW."values") AS new_value ON old_value.key = new_value.key
    WHERE old_value.value IS DISTINCT FROM new_value.value;
  INSERT INTO entry_revision (entry_id, version, at, by, before) VALUES (NEW.id, NEW.version, NEW.updated_at, NEW.updated_by,
    jsonb_build_object('values', stood)
    || CASE WHEN OLD.title = NEW.title THEN '{}' ELSE jsonb_build_object('title', OLD.title) END
    || CASE WHEN OLD.slug = NEW.slug THEN '{}' ELSE jsonb_build_object('slug', OLD.slug) END
    || CASE WHEN OLD.status = NEW.status THEN '{}' ELSE jsonb_build_object('status', OLD.status) END
    || CASE WHEN OLD.parent_id IS NOT DISTINCT FROM NEW.parent_id THEN '{}' ELSE jsonb_build_object('parentId', OLD.parent_id) END
    || CASE WHEN OLD.template_id IS NOT DISTINCT FROM NEW.template_id THEN '{}' ELSE jsonb_build_object('templateId', OLD.template_id) END);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER entry_revision AFTER UPDATE ON entry
  FOR EACH ROW WHEN (OLD.version IS DISTINCT FROM NEW.version) EXECUTE FUNCTION note_entry_revision();
