import type {
  LooseAdopt,
  LooseAnswer,
  LooseLine,
  LooseName,
  LooseSample,
  PersonSummary,
} from '@tovlet/core/contracts/studio';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { isHashed } from '@tovlet/core/fields/secret/secret';
import { newId } from '@tovlet/core/ids';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Field, ModelDocument } from '@tovlet/core/model/document';
import { fieldForValues } from '@tovlet/core/model/field-for-values';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { findField, withDescendants } from '@tovlet/core/model/tree';
import { looseValues } from '@tovlet/core/stored/loose';
import { shorten } from '@tovlet/core/messages/shorten';
import { eq } from 'drizzle-orm';
import { looseRemoval, type EntryRecord } from '../db/schema';
import { isLooking } from '../entries/findings/queries';
import {
  countLoose,
  entriesWithLoose,
  keyOf,
  removalById,
  removals,
  withinFrom,
  withinText,
  type CountedLoose,
} from '../entries/loose/queries';
import { entriesById } from '../entries/queries';
import { ProblemException } from '../http/problem';
import { settleLoose } from '../jobs/settle_loose/settle-loose';
import { changeModel } from '../model/service';
import { currentModel } from '../revisions/queries';
import type { Services } from '../services';
import { FormerFields } from './former-fields';

/** Entries that are looked into for what values look like, and of them shown. */
const LOOKED_INTO = 12;
const SHOWN = 3;
/** So much of a text is shown. */
const SHOWN_TEXT = 200;

/** The ids that fields have; a key like this was one, or can be one. */
const FIELD_ID = /^f_[a-z0-9_]{1,100}$/;

/** Stands for what was a secret: not even its hash leaves. */
const HIDDEN = '••••••';

const withoutHashes = (value: JsonValue): JsonValue => {
  if (isHashed(value)) return HIDDEN;
  if (isJsonList(value)) return value.map(withoutHashes);
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, withoutHashes(each)]));
};

const shown = (stored: JsonValue): JsonValue => {
  const value = withoutHashes(stored);
  if (typeof value === 'string') return shorten(value, SHOWN_TEXT);
  const text = JSON.stringify(value);
  return text.length > SHOWN_TEXT ? shorten(text, SHOWN_TEXT) : value;
};

/** Where in the model a field is that reaches these entries not. */
function elsewhere(document: ModelDocument, key: string): LooseLine['elsewhere'] {
  const place = findField(document, key);
  return place && { label: place.field.label, group: place.group.label };
}

/** Keys of what would stand beside a field. */
function keysBeside(document: ModelDocument, model: CompiledModel, name: LooseName): readonly string[] {
  const parent = name.within.at(-1);
  const beside =
    parent === undefined
      ? (model.typeById.get(name.type)?.fields ?? []).map(({ field }) => field)
      : (findField(document, parent)?.field.fields ?? []);
  return beside.map(({ key }) => key);
}

/** The field that would take some values: the one that was there, else one that they look like. */
async function proposed(
  former: FormerFields,
  document: ModelDocument,
  model: CompiledModel,
  name: LooseName,
  values: readonly JsonValue[],
): Promise<Pick<LooseLine, 'proposed' | 'wasField'>> {
  const before = FIELD_ID.test(name.key) ? await former.find(name.key) : null;
  // What stood under it is taken as well, unless that is in the model by now.
  if (before && withDescendants(before).every(({ id }) => !findField(document, id)))
    return { proposed: before, wasField: true };
  const taken = keysBeside(document, model, name);
  return { proposed: fieldForValues(name.key, values, taken, name.within.length > 0), wasField: false };
}

async function lineOf(
  former: FormerFields,
  document: ModelDocument,
  model: CompiledModel,
  records: ReadonlyMap<string, EntryRecord>,
  counted: CountedLoose,
): Promise<LooseLine> {
  const { typeId: type, key, entries, first } = counted;
  const name = { type, within: withinFrom(counted.within), key };
  const found = first.flatMap((id): readonly LooseSample[] => {
    const record = records.get(id);
    if (!record) return [];
    const { title, values } = record;
    return looseValues(values, keyOf(counted)).map(({ value }) => ({ entry: id, title, value }));
  });
  const other = elsewhere(document, key);
  const offer = other
    ? { proposed: null, wasField: false }
    : await proposed(
        former,
        document,
        model,
        name,
        found.map(({ value }) => value),
      );
  const samples = found.slice(0, SHOWN).map((sample) => ({ ...sample, value: shown(sample.value) }));
  return { ...name, entries, samples, elsewhere: other, ...offer };
}

/** Lists the keys with values that no field declares, and what was taken out of such. */
export async function looseList(services: Services): Promise<LooseAnswer> {
  const { database, models } = services;
  const { model } = await models.current();
  const { document } = await currentModel(database);
  const counted = (await countLoose(database, LOOKED_INTO)).filter(({ typeId }) =>
    model.typeById.has(typeId),
  );
  const ids = [...new Set(counted.flatMap(({ first }) => first))];
  const records = new Map((await entriesById(database, ids)).map((record) => [record.id, record]));
  const former = new FormerFields(database);
  const lines: LooseLine[] = [];
  for (const each of counted) lines.push(await lineOf(former, document, model, records, each));
  const taken = await removals(database);
  return {
    lines,
    removals: taken.map(({ typeId, within, personName, createdAt, ...own }) => ({
      ...own,
      type: typeId,
      within: withinFrom(within),
      by: personName,
      at: createdAt,
    })),
    looking: await isLooking(database),
  };
}

/** Begins to take values out of all entries that have them. */
async function take(
  services: Services,
  person: PersonSummary,
  { type, within, key }: LooseName,
  target: string | null,
): Promise<void> {
  const id = newId('q', 12);
  await services.database.transaction(async (transaction) => {
    const own = { id, typeId: type, within: withinText(within), key, target };
    await transaction.insert(looseRemoval).values({ ...own, state: 'removing', personName: person.name });
    await services.jobs.send(settleLoose, { removal: id, after: '' }, transaction);
  });
  services.jobs.wake();
}

async function assertThere({ database }: Services, name: LooseName): Promise<void> {
  if ((await entriesWithLoose(database, name, 1)).length > 0) return;
  throw new ProblemException('not_found', 'No entry has such values any more.');
}

/**
 * Takes values out that no field declares. They can be put back for ninety days.
 * @throws ProblemException where there are none
 */
export async function discardLoose(
  services: Services,
  person: PersonSummary,
  name: LooseName,
): Promise<LooseAnswer> {
  await assertThere(services, name);
  await take(services, person, name, null);
  return looseList(services);
}

const holdsSecrets = (field: Field | null): boolean =>
  field !== null && withDescendants(field).some(({ kind }) => fieldTypeOf(kind).confidential);

/**
 * Refuses a field for secrets, but the one that was there: its values are hashed, and others would be kept as they can be read.
 * Nor does what was a secret become something that is shown.
 * @throws ProblemException
 */
async function assertSecretsStay({ database }: Services, key: string, field: Field): Promise<void> {
  const before = await new FormerFields(database).find(key);
  const stays = before?.kind === field.kind;
  if (stays || (!holdsSecrets(field) && !holdsSecrets(before))) return;
  const message = 'Secrets stay secrets, and what can be read does not become one. Choose another type.';
  throw new ProblemException('invalid', message, [{ path: '/field/kind', message }]);
}

/**
 * Makes a field for values that none declares, and moves them in. A field that has their key for its id finds them where they
 * stand; into another they are moved.
 * @throws ProblemException where there are none, or the model cannot have such a field
 */
export async function adoptLoose(
  services: Services,
  person: PersonSummary,
  { group, field, ...name }: LooseAdopt,
): Promise<LooseAnswer> {
  await assertThere(services, name);
  await assertSecretsStay(services, name.key, field);
  const { document, revision } = await currentModel(services.database);
  const parent = name.within.at(-1) ?? null;
  const place = parent === null ? null : findField(document, parent);
  const owner = document.groups.find(({ id }) => id === (place?.group.id ?? group));
  if (!owner || (parent !== null && !place))
    throw new ProblemException('not_found', 'This group does not exist.');
  const id = FIELD_ID.test(name.key) && !findField(document, name.key) ? name.key : newId('f');
  const beside = place?.field.fields ?? owner.fields;
  const { model } = await services.models.current();
  // Sections have keys as well.
  const taken = [...beside.map(({ key }) => key), ...keysBeside(document, model, name)];
  const key = taken.includes(field.key) ? keyFromLabel(field.label, taken) : field.key;
  const own = { ...field, id, key };
  const change = { kind: 'add_field', group: owner.id, parent, index: beside.length, field: own } as const;
  await changeModel(services, person, { baseRevision: revision, changes: [change] });
  if (id !== name.key) await take(services, person, name, id);
  return looseList(services);
}

/**
 * Puts back what was discarded, where nothing stands in its place by now.
 * @throws ProblemException where it is not there, or was moved into a field
 */
export async function restoreLoose(services: Services, id: string): Promise<LooseAnswer> {
  const { database, jobs } = services;
  const removal = await removalById(database, id);
  if (!removal) throw new ProblemException('not_found', 'These values are not kept any more.');
  if (removal.target !== null)
    throw new ProblemException(
      'in_use',
      'These values stand in a field now. Remove the field to have them loose again.',
    );
  if (removal.state === 'removed')
    await database.transaction(async (transaction) => {
      await transaction.update(looseRemoval).set({ state: 'returning' }).where(eq(looseRemoval.id, id));
      await jobs.send(settleLoose, { removal: id, after: '' }, transaction);
    });
  jobs.wake();
  return looseList(services);
}
