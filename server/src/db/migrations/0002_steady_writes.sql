-- A GIN index keeps new rows in a list and takes them in when it is full: the write that fills it waits, and so does
-- everything behind it. A shorter list is taken in within the time of one request.
ALTER INDEX entry_search_words SET (gin_pending_list_limit = 1024);
--> statement-breakpoint
ALTER INDEX entry_title_words SET (gin_pending_list_limit = 1024);
--> statement-breakpoint
DO $$
DECLARE found regclass;
BEGIN
  FOR found IN
    SELECT format('%I.%I', schemaname, indexname)::regclass FROM pg_indexes
    WHERE tablename LIKE 'ix\_%' AND indexdef LIKE '%USING gin%'
  LOOP
    EXECUTE format('ALTER INDEX %s SET (fastupdate = off)', found);
    PERFORM gin_clean_pending_list(found);
  END LOOP;
END
$$;
--> statement-breakpoint
-- Indexes of long text were made for "its beginning is filled", which no query asks: they are made anew at the next start,
-- when the tables are filled.
DO $$
DECLARE found regclass;
BEGIN
  FOR found IN
    SELECT format('%I.%I', schemaname, indexname)::regclass FROM pg_indexes
    WHERE tablename LIKE 'ix\_%' AND indexdef LIKE '%WHERE (%"left"(%'
  LOOP
    EXECUTE format('DROP INDEX %s', found);
    UPDATE index_table SET filled_to = '';
  END LOOP;
END
$$;
