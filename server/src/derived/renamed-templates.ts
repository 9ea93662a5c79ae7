import type { CompiledModel } from '@tovlet/core/model/compiled';
import { ownerOfTemplate } from '@tovlet/core/model/page-templates';
import { renamedTemplate } from '@tovlet/core/templates/liquid/rename-template';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { template } from '../db/schema';

/** A template that was written anew, and its version now. */
export interface RenamedTemplate {
  readonly id: string;
  readonly version: number;
}

/** How every field and way back is reached, by permanent ids: what is named otherwise differs in it. */
const namesOf = ({ fields, types }: CompiledModel): ReadonlyMap<string, string> =>
  new Map([
    ...types.map(({ contentType: { id, pluralKey } }) => [id, pluralKey] as const),
    ...[...fields.values()].map(({ id, key, ancestors }) => [id, [...ancestors, key].join('.')] as const),
  ]);

function isRenamed(before: CompiledModel, after: CompiledModel): boolean {
  const now = namesOf(after);
  return [...namesOf(before)].some(([id, name]) => now.has(id) && now.get(id) !== name);
}

/**
 * Writes the Liquid of templates anew where keys in it have other names now, in the transaction that renames them.
 * @returns the templates that were changed
 */
export async function renameTemplates(
  database: Database,
  before: CompiledModel,
  after: CompiledModel,
  updatedBy: string,
): Promise<readonly RenamedTemplate[]> {
  if (!isRenamed(before, after)) return [];
  const renamed: RenamedTemplate[] = [];
  for (const { id, version, content } of await database.select().from(template).for('update')) {
    const owner = ownerOfTemplate(before.document, id);
    const type = owner && before.subjectById.get(owner.id);
    const next = type ? renamedTemplate(content, type, before, after) : content;
    if (next === content) continue;
    const written = { content: next, version: version + 1, updatedBy, updatedAt: sql`now()` };
    await database.update(template).set(written).where(eq(template.id, id));
    renamed.push({ id, version: version + 1 });
  }
  return renamed;
}
