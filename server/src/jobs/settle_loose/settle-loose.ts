import type { Values } from '@tovlet/core/fields/repeater/row';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { looseValues, withLoose, withoutLoose, type LooseValue } from '@tovlet/core/stored/loose';
import { and, asc, eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import { anyOf, type Database } from '../../db/connect';
import {
  entry,
  entryUnexamined,
  looseRemoval,
  looseRemoved,
  type EntryRecord,
  type LooseRemovalRecord,
} from '../../db/schema';
import { decideShown, writeDerivedRows } from '../../derived/derived-rows';
import {
  dropLoose,
  entriesWithLoose,
  keyOf,
  looseOf,
  removalById,
  removedAfter,
  withinFrom,
  writeLoose,
} from '../../entries/loose/queries';
import type { Services } from '../../services';
import { cleanHtml } from '../../values/clean-html';
import type { Job } from '../job';

/** Entries of one transaction: few enough that nobody waits behind it. */
const BATCH = 50;

const dataSchema = z.strictObject({
  removal: z.string(),
  /** Of putting back: the last entry that was looked at. */
  after: z.string().default(''),
});
type SettleLoose = z.infer<typeof dataSchema>;

/** An entry with other values. */
interface Changed {
  readonly record: EntryRecord;
  readonly values: Values;
  readonly taken: readonly LooseValue[];
}

const nameOf = ({ typeId, within, key }: LooseRemovalRecord) => ({
  type: typeId,
  within: withinFrom(within),
  key,
});

/** A value as a field takes it; as it is where the field cannot read it, which its form shows then. */
function readBy(field: CompiledField | undefined, { value, rows }: LooseValue): LooseValue {
  const fits = !field || field.behaviour.accepts(value);
  const read = fits ? value : (field.behaviour.coerce(value) ?? value);
  return {
    rows,
    value: field?.type.kind === 'rich_text' && typeof read === 'string' ? cleanHtml(read) : read,
  };
}

async function held(
  transaction: Database,
  ids: readonly string[],
  typeId: string,
): Promise<readonly EntryRecord[]> {
  return transaction
    .select()
    .from(entry)
    .where(and(anyOf(entry.id, ids), eq(entry.typeId, typeId)))
    .orderBy(asc(entry.id))
    .for('no key update');
}

/**
 * Writes other values. What no field declares is seen by nobody, and changes no version; what a field gets is a change like any.
 */
async function write(
  transaction: Database,
  model: CompiledModel,
  type: CompiledType,
  { target, personName }: LooseRemovalRecord,
  changed: readonly Changed[],
): Promise<void> {
  const shows = target !== null;
  const written: EntryRecord[] = [];
  for (const { record, values } of changed) {
    const seen = shows
      ? { version: record.version + 1, updatedBy: personName, updatedAt: new Date().toISOString() }
      : {};
    await transaction
      .update(entry)
      .set({ values, ...seen })
      .where(eq(entry.id, record.id));
    written.push({ ...record, values, ...seen });
  }
  if (shows) await writeDerivedRows(transaction, type, await decideShown(transaction, model, type, written));
}

/**
 * What taking out makes of some entries. One whose field was filled in meanwhile is left as it is: it is looked at again, and
 * listed.
 */
function takenOut(
  model: CompiledModel,
  removal: LooseRemovalRecord,
  records: readonly EntryRecord[],
): readonly Changed[] {
  const loose = keyOf(removal);
  const { target } = removal;
  const into = { ...loose, key: target ?? '' };
  const field = target === null ? undefined : model.fields.get(target);
  return records.flatMap((record) => {
    const taken = looseValues(record.values, loose);
    if (taken.length === 0 || (target !== null && looseValues(record.values, into).length > 0)) return [];
    const without = withoutLoose(record.values, loose);
    const read = taken.map((each) => readBy(field, each));
    return [{ record, values: target === null ? without : withLoose(without, into, read), taken }];
  });
}

/** Takes values out of the next entries. @returns whether there are more */
async function takeOut(services: Services, removal: LooseRemovalRecord): Promise<boolean> {
  const name = nameOf(removal);
  const changed = await services.models.withModelLocked(async (transaction, model) => {
    const type = model.typeById.get(removal.typeId);
    const ids = await entriesWithLoose(transaction, name, BATCH);
    const isTargetGone = removal.target !== null && !model.fields.has(removal.target);
    if (!type || isTargetGone || ids.length === 0) return null;
    const changes = takenOut(model, removal, await held(transaction, ids, removal.typeId));
    if (changes.length > 0) {
      const rows = changes.map(({ record, taken }) => ({ removalId: removal.id, entryId: record.id, taken }));
      await transaction
        .insert(looseRemoved)
        .values(rows)
        // A save that began before may have brought values back: both stay known.
        .onConflictDoUpdate({
          target: [looseRemoved.removalId, looseRemoved.entryId],
          set: { taken: sql`${looseRemoved.taken} || excluded.taken` },
        });
      await write(transaction, model, type, removal, changes);
    }
    await dropLoose(transaction, name, ids);
    const left = ids.filter((id) => !changes.some(({ record }) => record.id === id));
    if (left.length > 0)
      await transaction.insert(entryUnexamined).values(left.map((entryId) => ({ entryId })));
    return changes;
  });
  await tell(services, removal, changed ?? []);
  return changed !== null;
}

/** What putting back makes of some entries. */
function putBack(
  removal: LooseRemovalRecord,
  records: readonly EntryRecord[],
  takenOf: ReadonlyMap<string, readonly LooseValue[]>,
): readonly Changed[] {
  const loose = keyOf(removal);
  return records.flatMap((record) => {
    const taken = takenOf.get(record.id) ?? [];
    const values = withLoose(record.values, loose, taken);
    return values === record.values ? [] : [{ record, values, taken }];
  });
}

/** Puts values back into the next entries. @returns the last that was looked at; null where there are no more */
async function putBackSome(
  services: Services,
  removal: LooseRemovalRecord,
  after: string,
): Promise<string | null> {
  const some = await removedAfter(services.database, removal.id, after, BATCH);
  const changed = await services.models.withModelLocked(async (transaction, model) => {
    const type = model.typeById.get(removal.typeId);
    if (!type) return [];
    const ids = some.map(({ entryId }) => entryId);
    const takenOf = new Map(some.map(({ entryId, taken }) => [entryId, taken]));
    const changes = putBack(removal, await held(transaction, ids, removal.typeId), takenOf);
    await write(transaction, model, type, removal, changes);
    // No version changed, so that nobody else looks at them again.
    const back = changes.map(({ record, values }) => ({ ...record, values }));
    const whole = changes.filter(
      ({ values, taken }) => looseValues(values, keyOf(removal)).length >= taken.length,
    );
    await transaction.delete(looseRemoved).where(
      and(
        eq(looseRemoved.removalId, removal.id),
        anyOf(
          looseRemoved.entryId,
          whole.map(({ record }) => record.id),
        ),
      ),
    );
    const found = back.flatMap((record) => looseOf(type, record));
    await writeLoose(
      transaction,
      back.map((record) => record.id),
      found,
    );
    return changes;
  });
  await tell(services, removal, changed);
  return some.length < BATCH ? null : (some.at(-1)?.entryId ?? null);
}

async function tell(
  { events }: Services,
  { typeId, target }: LooseRemovalRecord,
  changed: readonly Changed[],
): Promise<void> {
  await events.publish({ kind: 'findings', type: typeId });
  if (target === null) return;
  for (const { record } of changed)
    await events.publish({
      kind: 'entry',
      id: record.id,
      type: typeId,
      version: record.version + 1,
      author: '',
    });
}

/** What could not be put back, as that of entries in the bin, stays kept for another time. */
async function finish({ database, events }: Services, { id, typeId }: LooseRemovalRecord): Promise<void> {
  await database.transaction(async (transaction) => {
    const kept = await transaction.$count(looseRemoved, eq(looseRemoved.removalId, id));
    if (kept === 0) await transaction.delete(looseRemoval).where(eq(looseRemoval.id, id));
    else await transaction.update(looseRemoval).set({ state: 'removed' }).where(eq(looseRemoval.id, id));
  });
  await events.publish({ kind: 'findings', type: typeId });
}

/** Takes loose values out of all entries that have them, or puts them back. */
export const settleLoose: Job<Services, SettleLoose> = {
  kind: 'settle_loose',
  data: dataSchema,
  after: 0,
  async step(services, data, mustEnd) {
    let { after } = data;
    for (;;) {
      const removal = await removalById(services.database, data.removal);
      if (!removal || removal.state === 'removed') return null;
      const next =
        removal.state === 'removing'
          ? (await takeOut(services, removal))
            ? ''
            : null
          : await putBackSome(services, removal, after);
      if (next === null) {
        await finish(services, removal);
        return null;
      }
      after = next;
      if (mustEnd()) return { ...data, after };
      await new Promise((resolve) => setImmediate(resolve));
    }
  },
};
