import { personWith, seenBy } from '@tovlet/core/access/audience';
import { changedFields, type ChangedField } from '@tovlet/core/conversions/changed-fields';
import { conversionBetween } from '@tovlet/core/conversions/conversion';
import { NO_NAMES } from '@tovlet/core/conversions/form';
import { proposedChoices } from '@tovlet/core/conversions/proposed-choices';
import { Rehearsal, type RehearsalReport } from '@tovlet/core/conversions/rehearsal';
import type { RehearsalAnswer, RehearsalRequest } from '@tovlet/core/contracts/studio';
import { choicesOf } from '@tovlet/core/fields/choices';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { ChangeRefused, completeChange, makeChange } from '@tovlet/core/model/changes/index';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { USUAL_CONVERSION, type ConversionOptions } from '@tovlet/core/model/changes/conversion-options';
import { compileModel } from '@tovlet/core/model/compile';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import { compareForReaders } from '@tovlet/core/locale/readers-order';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { namesOf } from '../values/names';
import { metValues } from './met-values';
import { namesFor } from './names';

const yieldToOthers = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/**
 * The model with a change, as it would be made.
 * @throws ProblemException where the model does not allow the change
 */
function changed(model: CompiledModel, change: SetField): CompiledModel {
  try {
    return compileModel(makeChange(model.document, change));
  } catch (error) {
    if (!(error instanceof ChangeRefused)) throw error;
    throw new ProblemException('invalid', error.message, [{ path: error.target, message: error.message }]);
  }
}

/** What a rehearsal is of: the fields whose values it is about, or the field itself where only its rules change. */
function fieldsOf(before: CompiledModel, after: CompiledModel, id: string): readonly ChangedField[] {
  const others = changedFields(before, after);
  if (others.length > 0) return others;
  return [...before.fields.values()].flatMap((field) => {
    const next = after.fields.get(field.id);
    return next && (field.id === id || field.id.endsWith(`__${id}`)) ? [{ before: field, after: next }] : [];
  });
}

const CHOICES: ReadonlySet<string> = new Set(['one_choice', 'several_choices']);

/** So many different texts are no choices, whatever they differ by. */
const MOST_TEXTS = 1_000;

/** Whether a field becomes one of choices and none were made for it yet. */
const lacksChoices = ({ before, after }: ChangedField): boolean =>
  CHOICES.has(after.type.kind) && !CHOICES.has(before.type.kind) && choicesOf(after.field).length === 0;

/** Where the new field has choices and none were made yet: those that its values would be. */
async function withChoices(
  database: Database,
  model: CompiledModel,
  change: SetField,
  options: ConversionOptions,
  [first]: readonly ChangedField[],
): Promise<SetField> {
  if (!first || !lacksChoices(first)) return change;
  const { before, after } = first;
  const conversion = conversionBetween(before, after, options, NO_NAMES);
  const texts = new Set<string>();
  for await (const page of metValues(database, model, before)) {
    for (const text of page.flatMap(({ value }) => conversion.wordsIn(value))) texts.add(text);
    if (texts.size > MOST_TEXTS) return change;
  }
  const choices = proposedChoices([...texts].toSorted(compareForReaders));
  if (choices.length === 0) return change;
  const settings = { ...after.field.settings, choices: choices.map((choice) => ({ ...choice })) };
  return { ...change, patch: { ...change.patch, settings } };
}

/** A value as developers see it: of a secret only that there is one. */
function shown(field: CompiledField, value: JsonValue | undefined): JsonValue | undefined {
  if (value === undefined) return undefined;
  return seenBy(personWith('developer'), [field], { [field.id]: value })[field.id];
}

/** Rehearses the values of one field, a page at a time: others get their turn, and memory does not grow with them. */
async function rehearseField(
  database: Database,
  [model, after]: readonly [CompiledModel, CompiledModel],
  pair: ChangedField,
  options: ConversionOptions,
  { rehearsal, signal }: { readonly rehearsal: Rehearsal; readonly signal: AbortSignal },
): Promise<void> {
  for await (const page of metValues(database, model, pair.before)) {
    if (signal.aborted)
      throw new ProblemException('invalid', 'The rehearsal was broken off: nobody waits for it.');
    const values = page.map(({ value }) => value);
    const names = await namesFor(database, after, pair, options, values);
    const conversion = conversionBetween(pair.before, pair.after, options, names);
    for (const { value, count, holder } of page) {
      const outcome = conversion.convert(value);
      const told = outcome && { ...outcome, value: shown(pair.after, outcome.value) };
      rehearsal.add(shown(pair.before, value) ?? null, told, count, holder);
    }
    await yieldToOthers();
  }
}

const mayBeId = (text: string): boolean => /^[a-z]_[a-z0-9_]+$/.test(text);

/** Puts titles to the things whose values are told, and names to what the values refer to. */
async function named(
  database: Database,
  report: RehearsalReport,
): Promise<Pick<RehearsalAnswer, 'report' | 'names'>> {
  const idsIn = (value: JsonValue): readonly string[] =>
    (isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string').filter(mayBeId);
  const ids = report.samples.flatMap(({ before, after, holder }) => [
    holder.id,
    ...idsIn(before),
    ...idsIn(after),
  ]);
  const names = await namesOf(database, [...new Set(ids)]);
  const samples = report.samples.map((sample) => ({
    ...sample,
    holder: { ...sample.holder, title: names.get(sample.holder.id) ?? '' },
  }));
  return { report: { ...report, samples }, names: Object.fromEntries(names) };
}

/**
 * Carries a change of a field out on all its values without keeping anything: what is kept, converted, lost, or for somebody to
 * decide. Empty values are not counted; working copies follow their entries and are not counted twice.
 * @param signal ends it: whoever asked is gone, or asks for something else
 * @throws ProblemException where the change cannot be made at all
 */
export async function rehearse(
  { database, models }: Services,
  { change }: RehearsalRequest,
  signal: AbortSignal,
): Promise<RehearsalAnswer> {
  const { model, revision } = await models.current();
  const options = change.conversion ?? USUAL_CONVERSION;
  const completed = completeChange(model.document, change);
  if (completed.kind !== 'set_field')
    throw new TypeError('A change of a field stays one when it is completed');
  const fields = fieldsOf(model, changed(model, completed), change.field);
  const made = await withChoices(database, model, completed, options, fields);
  const after = changed(model, made);
  const rehearsal = new Rehearsal();
  for (const { before } of fields) {
    const next = after.fields.get(before.id);
    const pair = next && { before, after: next };
    if (pair) await rehearseField(database, [model, after], pair, options, { rehearsal, signal });
  }
  return {
    revision,
    change: { ...made, conversion: options },
    ...(await named(database, rehearsal.report())),
  };
}
