ALTER TABLE "workspace" ADD COLUMN "site_address" text;
--> statement-breakpoint
-- Pages say the address that counts.
DROP TRIGGER content_revision ON workspace;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER content_revision AFTER INSERT OR UPDATE OF name, language, start_page, site_address OR DELETE ON workspace
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION count_part('settings');
