import type { EntryIssue } from '@tovlet/core/issues/issue';
import type { Scope } from '@tovlet/core/evaluation/scope';
import { isIndexed } from '@tovlet/core/model/indexed';
import { isJsonList } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { typeTable } from '../db/type-table';

/**
 * Checks that no other entry of the type has the same value in a field that must be unique.
 *
 * Whoever saves a value of such a field waits for others who are saving one at the same moment.
 *
 * @param scope the entry's scope; hidden values may be repeated
 * @returns an issue for each value that is taken
 */
export async function checkUnique(
  database: Database,
  type: CompiledType,
  scope: Scope,
  entryId: string,
): Promise<readonly EntryIssue[]> {
  const { common, fields } = typeTable(type);
  const issues: EntryIssue[] = [];
  for (const field of type.fields.filter((each) => each.field.unique && isIndexed(each))) {
    const value = scope.value(field);
    if (value === null || isJsonList(value) || typeof value === 'object') continue;
    // Drizzle has no words for advisory locks.
    await database.execute(
      sql`SELECT pg_advisory_xact_lock(hashtext(${`${type.contentType.id} ${field.id} ${String(value)}`}))`,
    );
    const [taken] = await database
      .select({ id: common.entryId, title: common.title })
      .from(common)
      .where(sql`${fields[field.id]} = ${value} AND ${common.entryId} <> ${entryId}`)
      .limit(1);
    if (!taken) continue;
    const issue = { code: 'taken', params: { title: taken.title, entry: taken.id } } as const;
    issues.push({ issue, path: [field.id], label: field.label });
  }
  return issues;
}
