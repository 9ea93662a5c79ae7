CREATE EXTENSION IF NOT EXISTS fuzzystrmatch;
--> statement-breakpoint
-- By its characters, so that beginnings are found in the index.
CREATE TABLE "search_word" (
	"word" text COLLATE "C" PRIMARY KEY NOT NULL
);
--> statement-breakpoint
CREATE TABLE "server_key" (
	"purpose" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL
);
--> statement-breakpoint
DROP INDEX "entry_search_words";--> statement-breakpoint
-- What was there is made anew from the entries.
TRUNCATE "entry_search";--> statement-breakpoint
ALTER TABLE "entry_search" ADD COLUMN "texts" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "entry_search" ADD COLUMN "language" text NOT NULL;--> statement-breakpoint
ALTER TABLE "entry_search" ADD COLUMN "vector" "tsvector" NOT NULL;--> statement-breakpoint
CREATE INDEX "entry_search_vector" ON "entry_search" USING gin ("vector") WITH (gin_pending_list_limit=1024);--> statement-breakpoint
ALTER TABLE "entry_search" DROP COLUMN "words";--> statement-breakpoint
-- How words of the site's language are brought to their stems; languages that are not known have none.
CREATE FUNCTION search_language() RETURNS regconfig LANGUAGE sql STABLE AS $$
  SELECT coalesce((
    SELECT CASE lower(split_part(language, '-', 1))
      WHEN 'ar' THEN 'arabic' WHEN 'ca' THEN 'catalan' WHEN 'da' THEN 'danish' WHEN 'de' THEN 'german' WHEN 'el' THEN 'greek'
      WHEN 'en' THEN 'english' WHEN 'es' THEN 'spanish' WHEN 'eu' THEN 'basque' WHEN 'fi' THEN 'finnish' WHEN 'fr' THEN 'french'
      WHEN 'ga' THEN 'irish' WHEN 'hi' THEN 'hindi' WHEN 'hu' THEN 'hungarian' WHEN 'hy' THEN 'armenian' WHEN 'id' THEN 'indonesian'
      WHEN 'it' THEN 'italian' WHEN 'lt' THEN 'lithuanian' WHEN 'nb' THEN 'norwegian' WHEN 'ne' THEN 'nepali' WHEN 'nl' THEN 'dutch'
      WHEN 'nn' THEN 'norwegian' WHEN 'no' THEN 'norwegian' WHEN 'pt' THEN 'portuguese' WHEN 'ro' THEN 'romanian' WHEN 'ru' THEN 'russian'
      WHEN 'sr' THEN 'serbian' WHEN 'sv' THEN 'swedish' WHEN 'ta' THEN 'tamil' WHEN 'tr' THEN 'turkish' WHEN 'yi' THEN 'yiddish'
      ELSE 'simple' END
    FROM workspace), 'simple')::regconfig
$$;
--> statement-breakpoint
-- Words as they are written, for their beginnings, and their stems. They come parted by spaces.
CREATE FUNCTION search_vector(language regconfig, weight "char", words text) RETURNS tsvector LANGUAGE sql IMMUTABLE AS $$
  SELECT setweight(to_tsvector('simple', words) || to_tsvector(language, words), weight)
$$;
--> statement-breakpoint
UPDATE index_table SET filled_to = '';
