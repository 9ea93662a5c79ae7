import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';

/**
 * Finds the names of what some ids refer to: titles of entries, labels of terms, names of people and of files.
 * @returns names by id; without those that are gone
 */
export async function namesOf(
  database: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const wanted = sql`(SELECT jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`;
  const rows = await selectRows<{ id: string; name: string }>(
    database,
    sql`SELECT id, title AS name FROM entry WHERE id IN ${wanted}
        UNION ALL SELECT id, label FROM term WHERE id IN ${wanted}
        UNION ALL SELECT id, name FROM person WHERE id IN ${wanted}
        UNION ALL SELECT id, filename FROM medium WHERE id IN ${wanted}`,
  );
  return new Map(rows.map(({ id, name }) => [id, name]));
}
