import { changedFields, type ChangedField } from '@tovlet/core/conversions/changed-fields';
import { conversionBetween, type Conversion } from '@tovlet/core/conversions/conversion';
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
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { namesOf } from '../values/names';
import { distinctValues, type MetValue } from './met-values';
import { namesFor } from './names';

/** Values that are taken over before others get their turn. */
const AT_ONCE = 2_000;

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

interface Met {
  readonly changed: ChangedField;
  readonly values: readonly MetValue[];
}

async function metValues(
  database: Database,
  model: CompiledModel,
  fields: readonly ChangedField[],
  signal: AbortSignal,
): Promise<readonly Met[]> {
  const met: Met[] = [];
  for (const each of fields)
    met.push({ changed: each, values: await distinctValues(database, model, each.before, signal) });
  return met;
}

const CHOICES = new Set(['one_choice', 'several_choices']);

/** Where the new field has choices and none were made yet: those that its values would be. */
function withChoices(change: SetField, options: ConversionOptions, met: readonly Met[]): SetField {
  const [first] = met;
  if (!first || !CHOICES.has(first.changed.after.type.kind)) return change;
  const { before, after } = first.changed;
  if (CHOICES.has(before.type.kind) || choicesOf(after.field).length > 0) return change;
  const conversion = conversionBetween(before, after, options, NO_NAMES);
  const byCount = first.values.toSorted((a, b) => b.count - a.count);
  const choices = proposedChoices(byCount.flatMap(({ value }) => conversion.wordsIn(value)));
  if (choices.length === 0) return change;
  const settings = { ...after.field.settings, choices: choices.map((choice) => ({ ...choice })) };
  return { ...change, patch: { ...change.patch, settings } };
}

async function rehearseValues(
  rehearsal: Rehearsal,
  conversion: Conversion,
  values: readonly MetValue[],
  signal: AbortSignal,
): Promise<void> {
  for (let start = 0; start < values.length; start += AT_ONCE) {
    for (const { value, count, holder } of values.slice(start, start + AT_ONCE))
      rehearsal.add(value, conversion.convert(value), count, holder);
    await yieldToOthers();
    signal.throwIfAborted();
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
  const first = fieldsOf(model, changed(model, completed), change.field);
  const met = await metValues(database, model, first, signal);
  const made = withChoices(completed, options, met);
  const after = changed(model, made);
  const rehearsal = new Rehearsal();
  for (const {
    changed: { before },
    values,
  } of met) {
    const next = after.fields.get(before.id);
    if (!next) continue;
    const pair = { before, after: next };
    const names = await namesFor(
      database,
      after,
      pair,
      options,
      values.map(({ value }) => value),
    );
    await rehearseValues(rehearsal, conversionBetween(before, next, options, names), values, signal);
  }
  return {
    revision,
    change: { ...made, conversion: options },
    ...(await named(database, rehearsal.report())),
  };
}
