import { changedFields, type ChangedField } from '@tovlet/core/conversions/changed-fields';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import { USUAL_CONVERSION, type ConversionOptions } from '@tovlet/core/model/changes/conversion-options';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import type { Field } from '@tovlet/core/model/document';
import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { valueChange, valueNote, type ConvertedField, type ValueChangeRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { BEGINNING } from './convert-values';
import { carriersOf, countHolders } from './holders';
import { rootsOf } from './converted-roots';

const holdsSame = (a: Field, b: Field): boolean =>
  a.kind === b.kind && (a.many === null) === (b.many === null);

/** A change that the values of a field followed, and what it was there. */
interface FollowedChange {
  readonly change: ValueChangeRecord;
  readonly own: ConvertedField;
}

/** The changes that the values of a field have followed, the first one first; without those that were taken back. */
async function standing(database: Database, field: string): Promise<readonly FollowedChange[]> {
  const changes = await database
    .select()
    .from(valueChange)
    .where(sql`${valueChange.fields} @> ${JSON.stringify([{ id: field }])}::jsonb`)
    .orderBy(asc(valueChange.revision));
  const left: FollowedChange[] = [];
  for (const change of changes) {
    const own = change.fields.find(({ id }) => id === field);
    if (!own) continue;
    const { takesBack } = own;
    const taken = left.findIndex((each) => each.change.id === takesBack);
    if (takesBack === null) left.push({ change, own });
    else if (taken >= 0) left.splice(taken);
  }
  return left;
}

/** Whether the values of a field still follow a change. */
async function runningOf(database: Database, field: string): Promise<ValueChangeRecord | undefined> {
  const [running] = await database
    .select()
    .from(valueChange)
    .where(
      and(isNotNull(valueChange.at), sql`${valueChange.fields} @> ${JSON.stringify([{ id: field }])}::jsonb`),
    );
  return running;
}

/** How the values of a field are taken over, where that was said; fields of shared sets have the id of theirs at the end. */
function chosenFor(field: CompiledField, changes: readonly ModelChange[]): ConversionOptions | undefined {
  return changes
    .flatMap((change) =>
      change.kind === 'set_field' && isOf(field, change.field) ? [change.conversion] : [],
    )
    .findLast((conversion) => conversion !== undefined);
}

const isOf = ({ id }: CompiledField, named: string): boolean => id === named || id.endsWith(`__${named}`);

/**
 * Settles how the values of one field follow: what leads back to where they come from gives back what stood there; everything
 * else is converted.
 * @throws ProblemException while the values still follow another change
 */
async function followed(
  database: Database,
  { before, after }: ChangedField,
  changes: readonly ModelChange[],
): Promise<ConvertedField> {
  const options = chosenFor(after, changes);
  const last = (await standing(database, after.id)).at(-1);
  const leadsBack =
    options === undefined &&
    last !== undefined &&
    holdsSame(last.own.before, after.field) &&
    holdsSame(last.own.after, before.field);
  const running = await runningOf(database, after.id);
  if (running && !(leadsBack && running.id === last.change.id))
    throw new ProblemException(
      'conflict',
      `The values of “${before.label}” are still being converted. Wait until that is done, or undo it.`,
      [{ path: after.id, message: 'Its values are still being converted.', code: 'converting' }],
    );
  if (running) await database.update(valueChange).set({ at: null }).where(eq(valueChange.id, running.id));
  return {
    id: after.id,
    group: after.groupId,
    ancestors: after.ancestors,
    before: before.field,
    after: after.field,
    options: options ?? USUAL_CONVERSION,
    takesBack: leadsBack ? last.change.id : null,
  };
}

/** Counts the things whose values are concerned, by the largest number that one of the fields has. */
async function countConcerned(
  database: Database,
  model: CompiledModel,
  fields: readonly ConvertedField[],
): Promise<number> {
  let most = 0;
  for (const { id, group, fields: own } of rootsOf({ fields })) {
    const takenBack = own.flatMap(({ takesBack }) => takesBack ?? []);
    const noted = and(inArray(valueNote.changeId, takenBack), eq(valueNote.rootId, id));
    most = Math.max(
      most,
      await countHolders(database, carriersOf(model, group), id),
      takenBack.length === 0 ? 0 : await database.$count(valueNote, noted),
    );
  }
  return most;
}

/**
 * Settles which values have to follow a change of the model, in its transaction.
 * @returns null where none do
 * @throws ProblemException while values of the same fields still follow another change
 */
export async function planConversion(
  database: Database,
  [before, after]: readonly [CompiledModel, CompiledModel],
  {
    changes,
    revision,
    person,
  }: {
    readonly changes: readonly ModelChange[];
    readonly revision: number;
    readonly person: PersonSummary;
  },
): Promise<ValueChangeRecord | null> {
  const changed = changedFields(before, after);
  if (changed.length === 0) return null;
  const fields: ConvertedField[] = [];
  for (const each of changed) fields.push(await followed(database, each, changes));
  const total = await countConcerned(database, after, fields);
  if (total === 0) return null;
  const [record] = await database
    .insert(valueChange)
    .values({
      id: newId('v', 12),
      revision,
      fields,
      total,
      at: BEGINNING,
      personId: person.id,
      personName: person.name,
    })
    .returning();
  return record ?? null;
}
