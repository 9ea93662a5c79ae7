-- Media and people have versions, so that the second of two saves is told about the first.
ALTER TABLE medium ADD COLUMN version integer NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE person ADD COLUMN version integer NOT NULL DEFAULT 1;
--> statement-breakpoint
-- Tries that are bounded, such as sign-ins: one counter a key.
DROP TABLE sign_in_failure;
--> statement-breakpoint
CREATE TABLE throttle (
  key text PRIMARY KEY,
  points integer NOT NULL,
  expire timestamptz
);
--> statement-breakpoint
-- What is told to workbenches, for a while: who was away for a moment reads here what was missed. The number of the
-- transaction orders events by when they can be seen.
CREATE TABLE event (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  xid bigint NOT NULL DEFAULT pg_current_xact_id()::text::bigint,
  -- Given by whoever tells it: told again after a lost answer, it is there once.
  key text NOT NULL UNIQUE,
  payload jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
--> statement-breakpoint
CREATE INDEX event_order ON event (xid, id);
--> statement-breakpoint
-- Edits that were taken, by the id that the workbench gave them: what is sent again after a lost answer changes nothing.
CREATE TABLE taken_edit (
  id text PRIMARY KEY,
  answer jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
--> statement-breakpoint
CREATE INDEX taken_edit_age ON taken_edit (created_at);
--> statement-breakpoint
-- Terms that were removed or merged, with what they were taken out of, so that they can be brought back.
CREATE TABLE removed_term (
  id text PRIMARY KEY,
  record jsonb NOT NULL,
  -- The terms that stood below it.
  children jsonb NOT NULL,
  -- For each entry the values of its term fields before and after.
  entries jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
