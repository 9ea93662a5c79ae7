CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE TABLE workspace (
  id integer PRIMARY KEY DEFAULT 1 CHECK (id = 1),
  name text NOT NULL,
  model_revision integer NOT NULL DEFAULT 0,
  model jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
--> statement-breakpoint
CREATE TABLE model_revision (
  revision integer PRIMARY KEY,
  changes jsonb NOT NULL,
  summary text NOT NULL,
  author_name text NOT NULL,
  snapshot jsonb,
  created_at timestamptz NOT NULL DEFAULT now()
);
--> statement-breakpoint
CREATE TABLE person (
  id text PRIMARY KEY,
  name text NOT NULL,
  email text NOT NULL UNIQUE,
  password_hash text,
  role text NOT NULL,
  demo boolean NOT NULL DEFAULT false,
  created_at timestamptz NOT NULL DEFAULT now()
);
--> statement-breakpoint
CREATE TABLE session (
  token_hash text PRIMARY KEY,
  person_id text NOT NULL REFERENCES person (id) ON DELETE CASCADE,
  created_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE sign_in_failure (
  email text PRIMARY KEY,
  failures integer NOT NULL,
  blocked_until timestamptz NOT NULL
);
--> statement-breakpoint
CREATE TABLE entry (
  id text PRIMARY KEY,
  type_id text NOT NULL,
  slug text NOT NULL,
  title text NOT NULL,
  status text NOT NULL CHECK (status IN ('draft', 'published')),
  version integer NOT NULL DEFAULT 1,
  "values" jsonb NOT NULL DEFAULT '{}',
  updated_by text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  published_at timestamptz,
  CONSTRAINT entry_slug UNIQUE (type_id, slug)
);
--> statement-breakpoint
ALTER TABLE entry ALTER COLUMN "values" SET STORAGE EXTERNAL;
--> statement-breakpoint
ALTER TABLE entry SET (toast_tuple_target = 8160);
--> statement-breakpoint
CREATE INDEX entry_of_type ON entry (type_id, id);
--> statement-breakpoint
CREATE INDEX entry_title_words ON entry USING gin (title gin_trgm_ops);
--> statement-breakpoint
CREATE TABLE index_table (
  type_id text PRIMARY KEY,
  columns jsonb NOT NULL,
  filled_to text
);
--> statement-breakpoint
CREATE TABLE medium (
  id text PRIMARY KEY,
  filename text NOT NULL,
  mime text NOT NULL,
  extension text NOT NULL,
  bytes integer NOT NULL,
  width integer NOT NULL,
  height integer NOT NULL,
  alt text NOT NULL DEFAULT '',
  sha256 text NOT NULL UNIQUE,
  variants jsonb NOT NULL DEFAULT '[]',
  created_at timestamptz NOT NULL DEFAULT now()
);
--> statement-breakpoint
CREATE TABLE template (
  type_id text PRIMARY KEY,
  version integer NOT NULL,
  content jsonb NOT NULL,
  updated_by text NOT NULL,
  updated_at timestamptz NOT NULL DEFAULT now()
);
