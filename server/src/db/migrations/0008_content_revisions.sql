CREATE TABLE "content_revision" (
	"part" text PRIMARY KEY NOT NULL,
	"revision" bigint NOT NULL
);
--> statement-breakpoint
-- Counts a part of the content once in a transaction. Whoever counts first waits for those who are ending theirs: with two
-- parts each, two transactions could else wait for each other.
CREATE FUNCTION count_content(written text) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  counted text := coalesce(current_setting('tovlet.counted', true), '');
BEGIN
  IF strpos(counted, '|' || written || '|') > 0 THEN
    RETURN;
  END IF;
  IF counted = '' THEN
    PERFORM pg_advisory_xact_lock(hashtext('tovlet.content_revision'));
  END IF;
  INSERT INTO content_revision AS known (part, revision) VALUES (written, 1)
    ON CONFLICT (part) DO UPDATE SET revision = known.revision + 1;
  PERFORM set_config('tovlet.counted', counted || '|' || written || '|', true);
END $$;
--> statement-breakpoint
-- What is a draft before and after is nothing that anybody reads.
CREATE FUNCTION count_entries() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' AND OLD.status = 'published' THEN
    PERFORM count_content('entries ' || OLD.type_id);
  END IF;
  IF TG_OP <> 'DELETE' AND NEW.status = 'published' THEN
    PERFORM count_content('entries ' || NEW.type_id);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION count_filled() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' THEN
    PERFORM count_content('entries ' || OLD.type_id);
  ELSE
    PERFORM count_content('entries ' || NEW.type_id);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION count_part() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM count_content(TG_ARGV[0]);
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Deferred: a counter is locked for the end of a transaction only, and nobody waits for the whole of another's.
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OR DELETE ON entry
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_entries();
--> statement-breakpoint
-- What is found by filters follows the index tables.
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OR DELETE ON index_table
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_filled();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OR DELETE ON term
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('terms');
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OR DELETE ON medium
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('media');
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OF name, role, "values" OR DELETE ON person
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('people');
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OF name, language, start_page OR DELETE ON workspace
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('settings');
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OR DELETE ON template
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('templates');
