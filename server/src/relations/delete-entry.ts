import { maySeeWithin, personWith } from '@tovlet/core/access/audience';
import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import type { RemovalEffect } from '@tovlet/core/contracts/studio';
import { plural } from '@tovlet/core/locale/counts';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import { eq } from 'drizzle-orm';
import { putInBin } from '../db/bin';
import { anyOf, type Database } from '../db/connect';
import { entry, entryComment, entryCopy, type EntryRecord } from '../db/schema';
import { referrersOf, type Referrer } from '../derived/links';
import { ProblemException } from '../http/problem';
import { takeOut } from './references-out';

const REFERRERS = 10_000;

/**
 * What a field does when an entry goes that it names: a relation what its settings say, a text keeps the words. A field that is gone
 * itself has it taken out.
 */
export function effectOn(field: CompiledField | undefined): RemovalEffect {
  if (field?.type.mentioning) return 'keep';
  return (field && settingsOf(relation, field.field)?.onDelete) ?? 'clear';
}

function assertMayGo(model: CompiledModel, referrers: readonly Referrer[]): void {
  const keeping = referrers.filter(({ field }) => effectOn(model.fields.get(field)) === 'refuse');
  if (keeping.length === 0) return;
  // What only developers see is not told to whoever deletes.
  const told = keeping.filter(({ field }) => maySeeWithin(personWith('editor'), field, model.fields));
  const [first] = told;
  if (!first)
    throw new ProblemException(
      'in_use',
      'Another entry needs this one in a field for developers, which keeps it from being deleted. Ask one of them.',
    );
  const names = told.slice(0, 3).map(({ title }) => `“${title}”`);
  const more = told.length > 3 ? ` and ${told.length - 3} more` : '';
  const label = model.fields.get(first.field)?.label ?? 'a field';
  throw new ProblemException(
    'in_use',
    `${names.join(', ')}${more} ${plural(told.length, 'names', 'name')} this entry in “${label}”, which keeps it from being deleted. Take it out there first.`,
  );
}

/** Locks entries in the order of their ids, as everybody does who writes several. @returns their versions by id */
async function lockedVersions(
  transaction: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await transaction
    .select({ id: entry.id, version: entry.version })
    .from(entry)
    .where(anyOf(entry.id, ids))
    .orderBy(entry.id)
    .for('update');
  return new Map(rows.map((row) => [row.id, row.version]));
}

/** The entries that stand below one. */
async function childrenOf(transaction: Database, id: string): Promise<readonly string[]> {
  const rows = await transaction.select({ id: entry.id }).from(entry).where(eq(entry.parentId, id));
  return rows.map((row) => row.id);
}

/**
 * Puts an entry that still has the version somebody saw into the bin, and does what the relations that name it say about that.
 * @param author whose name stands at the entries that change with it
 * @returns the other entries that changed; null when the entry has another version meanwhile: then nothing was changed
 * @throws ProblemException when a relation refuses
 */
export async function deleteEntry(
  transaction: Database,
  model: CompiledModel,
  { id, version }: Pick<EntryRecord, 'id' | 'version'>,
  author: string,
): Promise<readonly EntryRecord[] | null> {
  const found = await referrersOf(transaction, 'entry', id, REFERRERS);
  const referrers = found.filter((each) => each.entry !== id);
  const others = referrers.map((each) => each.entry);
  const versions = await lockedVersions(transaction, [id, ...others]);
  if (versions.get(id) !== version) return null;
  assertMayGo(model, referrers);
  const from = (field: CompiledField): boolean => effectOn(field) !== 'keep';
  const leaving = { kind: 'entry', id, into: null, from } as const;
  const { left, changed } = await takeOut(transaction, model, leaving, others, author);
  const children = await childrenOf(transaction, id);
  const [copy] = await transaction.delete(entryCopy).where(eq(entryCopy.entryId, id)).returning();
  const comments = await transaction.delete(entryComment).where(eq(entryComment.entryId, id)).returning();
  const [record] = await transaction.delete(entry).where(eq(entry.id, id)).returning();
  if (!record) return null;
  const { title: name, typeId: subject } = record;
  const beside = { ...(copy ? { copy } : {}), ...(comments.length > 0 ? { comments } : {}) };
  const content = { kind: 'entry', record, children, left, ...beside } as const;
  await putInBin(transaction, { id, name, subject, content, deletedBy: author });
  return changed;
}
