CREATE TABLE "old_slug" (
	"type_id" text NOT NULL,
	"slug" text NOT NULL,
	"entry_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "old_slug_pkey" PRIMARY KEY("type_id","slug")
);
--> statement-breakpoint
ALTER TABLE "old_slug" ADD CONSTRAINT "old_slug_entry_id_fkey" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "old_slug_of_entry" ON "old_slug" USING btree ("entry_id");
--> statement-breakpoint
-- In one place for every way in which a slug can change. What was never published was known to nobody.
CREATE FUNCTION keep_old_slug() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO old_slug (type_id, slug, entry_id) VALUES (OLD.type_id, OLD.slug, OLD.id)
    ON CONFLICT (type_id, slug) DO UPDATE SET entry_id = EXCLUDED.entry_id, at = now();
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER old_slug AFTER UPDATE OF slug ON entry FOR EACH ROW
  WHEN (OLD.slug IS DISTINCT FROM NEW.slug AND OLD.published_at IS NOT NULL) EXECUTE FUNCTION keep_old_slug();
