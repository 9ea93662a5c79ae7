import { personWith, seenBy } from '@tovlet/core/access/audience';
import { newId } from '@tovlet/core/ids';
import { isJsonObject, sameJson, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { ReportedRow } from '@tovlet/core/transfer/import-report';
import { changesBetween, plannedEntry, type ImportedEntry } from '@tovlet/core/transfer/planned-entry';
import type { ReadRow } from '@tovlet/core/transfer/read-row';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { fewAtOnce } from '../entries/change-together';
import { acceptedValues, assertFits, assertSlugFree } from '../entries/fits';
import { ProblemException } from '../http/problem';
import { findEntries, keyOf } from './found-entries';
import type { ImportContext } from './import-context';
import { knownEntries } from './known-entries';
import { refusedRow, type LookedAt } from './looked-at';
import { knownThings, rowIdOf, toldByKeys } from './packages/gathered-rows';
import { readRows } from './read-rows';
import { withoutRepeats } from './row-marks';

const NOTHING: ReadonlySet<string> = new Set();

/** An entry as whoever brings it in sees it: of a secret only that there is one. */
function stateOf(record: EntryRecord, { type, person }: ImportContext): ImportedEntry {
  const { title, slug, status, values } = record;
  return { title, slug, status, values: seenBy(personWith(person.role), type.fields, values) };
}

const valueAt = (values: JsonObject, [id, ...rest]: readonly string[]): JsonValue => {
  const value = id === undefined ? undefined : values[id];
  if (rest.length === 0) return value ?? null;
  return isJsonObject(value) ? valueAt(value, rest) : null;
};

/** What stands in the file and in the entry, by destination. */
const heldAgainst = ({ values }: ReadRow, stored: JsonObject): ReportedRow['values'] =>
  values.map(({ to, value }) => ({ to, file: value, stored: valueAt(stored, to.split('/')) }));

/** What rows name that will be there, though it is not yet. */
type Planned = ReadonlySet<string>;

/** The entry as a save would leave it. @throws ProblemException where a save would refuse it */
async function saved(
  database: Database,
  { model, type, person, gathered, phase }: ImportContext,
  record: EntryRecord | null,
  next: ImportedEntry,
  { id: made, planned }: { readonly id: string | null; readonly planned: Planned },
): Promise<ImportedEntry> {
  const { title, slug, status } = next;
  const { id, authorId, parentId, templateId } = record ?? {
    id: made ?? newId('e', 12),
    authorId: null,
    parentId: null,
    templateId: null,
  };
  const own = { id, status, authorId, parentId, templateId };
  if (slug !== record?.slug) assertSlugFree(model, type, slug);
  const candidate = { values: next.values, before: record?.values ?? {}, role: person.role };
  const accepted = await acceptedValues(database, model, type, own, candidate);
  const rehearsal = gathered && phase === 'rehearse' ? { planned, stored: gathered.stored } : null;
  await assertFits(database, model, type, own, accepted, person.role, rehearsal);
  const values = seenBy(personWith(person.role), type.fields, accepted.values);
  return { title, slug, status, values };
}

/** Why the row cannot find its entry; null where it can, or finds none. */
function keyProblem(
  context: ImportContext,
  read: ReadRow,
  found: readonly EntryRecord[],
  id: string | null,
): RowProblem | null {
  const { key } = context.recipe;
  if (context.gathered && id === null) return { code: 'no_source_key' };
  if (key === null || context.phase === 'verify') return null;
  const value = keyOf(context, read);
  // Without a title it is refused anyhow.
  if (value === null) return key === 'title' ? null : { code: 'no_key', to: key };
  return found.length > 1 ? { code: 'ambiguous', to: key, got: value } : null;
}

async function lookAtOne(
  database: Database,
  context: ImportContext,
  row: SourceRow,
  read: ReadRow,
  found: readonly EntryRecord[],
  planned: Planned,
): Promise<LookedAt> {
  const id = context.gathered ? rowIdOf(row) : null;
  const [record = null] = found.length === 1 ? found : [];
  const before = record && stateOf(record, context);
  const title = read.title ?? before?.title ?? '';
  const wrong = keyProblem(context, read, found, id);
  const plan = plannedEntry(
    wrong ? { ...read, problems: [wrong, ...read.problems] } : read,
    before,
    context.recipe,
  );
  if (plan.kind === 'refused') return refusedRow(row, title, record, plan.problems);
  const looked = {
    row,
    title,
    record,
    id,
    ownSlug: read.slug !== null,
    problems: [],
    changes: [],
    next: null,
  };
  if (plan.kind === 'left') return { ...looked, outcome: 'left', values: [] };
  const { entry: next } = plan;
  // What stands there already is not asked whether it may.
  if (before && sameJson(before, next))
    return { ...looked, outcome: 'same', values: heldAgainst(read, before.values) };
  try {
    const after = await saved(database, context, record, next, { id, planned });
    const values = heldAgainst(read, after.values);
    if (!before) return { ...looked, outcome: 'new', next, values };
    const given = new Set<string>([
      'title',
      'slug',
      'status',
      ...read.values.map(({ to }) => to.split('/')[0] ?? ''),
    ]);
    const changes = changesBetween(before, after);
    // What is computed anew beside a row that changes nothing is no change of the row.
    const isChanged = changes.some(({ to }) => given.has(to));
    const stored = context.phase === 'verify' ? heldAgainst(read, before.values) : values;
    return isChanged
      ? { ...looked, outcome: 'changed', next, changes, values: stored }
      : { ...looked, outcome: 'same', values: stored };
  } catch (error) {
    if (!(error instanceof ProblemException)) throw error;
    return refusedRow(row, title, record, [{ code: 'refused', message: error.detail }]);
  }
}

/** Whether other entries have the slugs that rows say. */
async function withoutTakenSlugs(
  database: Database,
  context: ImportContext,
  looked: readonly LookedAt[],
): Promise<readonly LookedAt[]> {
  const wanted = looked.flatMap(({ ownSlug, next }) => (ownSlug && next ? [next.slug] : []));
  const taken = await knownEntries(database, context.type, 'slug', wanted);
  return looked.map((each) => {
    const [owner] = each.ownSlug && each.next ? (taken.get(each.next.slug) ?? []) : [];
    if (!owner || owner.id === each.record?.id) return each;
    const message = `The slug “${owner.slug}” belongs to another entry, “${owner.title}”.`;
    return refusedRow(each.row, each.title, each.record, [{ code: 'refused', message }]);
  });
}

/**
 * Looks at rows as they would be brought in: what each makes of which entry, by the same steps as a save, and nothing is written
 * but what rows took that only one may have.
 * @param isMarked whether it is noted what only one row may have: not where rows are only tried
 * @returns one for each row, in their order
 */
export async function lookAt(
  database: Database,
  context: ImportContext,
  rows: readonly SourceRow[],
  isMarked = true,
): Promise<readonly LookedAt[]> {
  const planned = context.gathered ? await knownThings(database, context.gathered, rows) : NOTHING;
  const read = await readRows(database, context, rows, planned);
  const reads = context.gathered ? await toldByKeys(database, context.gathered.origin, read) : read;
  const found = await findEntries(database, context, reads, rows);
  const pairs = rows.flatMap((row, at) => {
    const read = reads[at];
    return read ? [{ row, read }] : [];
  });
  const looked = await fewAtOnce(pairs, ({ row, read }) =>
    lookAtOne(database, context, row, read, found.get(row.number) ?? [], planned),
  );
  const once = isMarked ? await withoutRepeats(database, context, looked, reads) : looked;
  return withoutTakenSlugs(database, context, once);
}
