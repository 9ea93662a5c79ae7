ALTER TABLE "workspace" ADD COLUMN "frame" jsonb;--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "frame_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
-- The frame stands on every page.
DROP TRIGGER content_revision ON workspace;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OF name, language, start_page, site_address, frame OR DELETE ON workspace
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('settings');
