CREATE TABLE "entry_finding" (
	"entry_id" text NOT NULL,
	"ordinal" integer NOT NULL,
	"type_id" text NOT NULL,
	"field_id" text NOT NULL,
	"code" text NOT NULL,
	"subject" text NOT NULL,
	"severity" text NOT NULL,
	"path" jsonb NOT NULL,
	"issue" jsonb NOT NULL,
	CONSTRAINT "entry_finding_pkey" PRIMARY KEY("entry_id","ordinal")
);
--> statement-breakpoint
CREATE TABLE "entry_unexamined" (
	"stamp" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "entry_unexamined_stamp_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"entry_id" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "type_examined" (
	"type_id" text PRIMARY KEY NOT NULL,
	"round" integer DEFAULT 1 NOT NULL,
	"examined_to" text DEFAULT ''
);
--> statement-breakpoint
ALTER TABLE "entry_finding" ADD CONSTRAINT "entry_finding_entry_id_fkey" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_finding_kind" ON "entry_finding" USING btree ("type_id","field_id","code","subject");--> statement-breakpoint
CREATE INDEX "entry_unexamined_entry" ON "entry_unexamined" USING btree ("entry_id");
--> statement-breakpoint
-- Entries that were made or saved have to be looked at, in the order of their ids.
CREATE FUNCTION unexamined_made() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO entry_unexamined (entry_id) SELECT id FROM written ORDER BY id;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION unexamined_saved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO entry_unexamined (entry_id)
    SELECT written.id FROM written JOIN stood ON stood.id = written.id WHERE stood.version <> written.version ORDER BY written.id;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- So have those that refer to what came or went.
CREATE FUNCTION unexamined_referring() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO entry_unexamined (entry_id)
    SELECT DISTINCT entry_link.entry_id FROM concerned JOIN entry_link ON entry_link.target_id = concerned.id ORDER BY 1;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Or what they refer to is of another kind now.
CREATE FUNCTION unexamined_kind_of_file() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO entry_unexamined (entry_id)
    SELECT DISTINCT entry_link.entry_id FROM written JOIN stood ON stood.id = written.id AND stood.mime <> written.mime
      JOIN entry_link ON entry_link.target_id = written.id ORDER BY 1;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION unexamined_role() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO entry_unexamined (entry_id)
    SELECT DISTINCT entry_link.entry_id FROM written JOIN stood ON stood.id = written.id AND stood.role <> written.role
      JOIN entry_link ON entry_link.target_id = written.id ORDER BY 1;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER unexamined_made AFTER INSERT ON entry
  REFERENCING NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION unexamined_made();
--> statement-breakpoint
CREATE TRIGGER unexamined_saved AFTER UPDATE ON entry
  REFERENCING OLD TABLE AS stood NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION unexamined_saved();
--> statement-breakpoint
CREATE TRIGGER unexamined_kind_of_file AFTER UPDATE ON medium
  REFERENCING OLD TABLE AS stood NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION unexamined_kind_of_file();
--> statement-breakpoint
CREATE TRIGGER unexamined_role AFTER UPDATE ON person
  REFERENCING OLD TABLE AS stood NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION unexamined_role();
--> statement-breakpoint
CREATE TRIGGER unexamined_gone AFTER DELETE ON entry
  REFERENCING OLD TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_back AFTER INSERT ON entry
  REFERENCING NEW TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_gone AFTER DELETE ON term
  REFERENCING OLD TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_back AFTER INSERT ON term
  REFERENCING NEW TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_gone AFTER DELETE ON medium
  REFERENCING OLD TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_back AFTER INSERT ON medium
  REFERENCING NEW TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_gone AFTER DELETE ON person
  REFERENCING OLD TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
--> statement-breakpoint
CREATE TRIGGER unexamined_back AFTER INSERT ON person
  REFERENCING NEW TABLE AS concerned FOR EACH STATEMENT EXECUTE FUNCTION unexamined_referring();
