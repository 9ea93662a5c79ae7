import type { EntryIssue } from '@tovlet/core/issues/issue';
import { isIndexed } from '@tovlet/core/model/indexed';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../../db/connect';
import { typeTable } from '../../db/type-table';

interface Twin {
  readonly id: string;
  readonly other: string;
  readonly title: string;
}

/**
 * Looks for values of some entries that other entries of the type have as well, in fields that must be unique.
 *
 * A save asks one by one and lets others wait meanwhile; here many are asked at once, and nobody waits.
 * @returns issues by the ids of the entries
 */
export async function repeatedValues(
  database: Database,
  type: CompiledType,
  ids: readonly string[],
): Promise<ReadonlyMap<string, readonly EntryIssue[]>> {
  const { common, fields } = typeTable(type);
  const found = new Map<string, EntryIssue[]>();
  for (const field of type.fields.filter((each) => each.field.unique && isIndexed(each))) {
    const column = fields[field.id];
    if (!column) continue;
    const name = sql.identifier(column.name);
    const twins = await selectRows<Twin>(
      database,
      sql`SELECT own.entry_id AS id, twin.entry_id AS other, twin.title FROM ${common} own
        CROSS JOIN LATERAL (SELECT entry_id, title FROM ${common} twin
          WHERE twin.${name} = own.${name} AND twin.entry_id <> own.entry_id ORDER BY entry_id LIMIT 1) twin
        WHERE own.entry_id IN (SELECT jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`,
    );
    for (const { id, other, title } of twins) {
      const issue = { code: 'taken', params: { title, entry: other } } as const;
      found.set(id, [...(found.get(id) ?? []), { issue, path: [field.id], label: field.label }]);
    }
  }
  return found;
}
