import { choicesOf } from '../fields/choices';
import { fieldTypeOf, type FieldKind } from '../fields/index';
import { isJsonList, sameJson, type JsonList, type JsonValue } from '../json';
import type { ConversionOptions } from '../model/changes/conversion-options';
import type { CompiledField } from '../model/compiled';
import { convertStructure } from './convert-structure';
import type { ConversionNames, Form, FormOf, Loss, Taken } from './form';
import { joinedOf } from './joined';
import type { Outcome } from './outcome';
import { plainForms } from './sources/source';
import { sources } from './sources/index';
import { splitText } from './split-text';
import { targets } from './targets/index';
import type { Take, TargetField } from './targets/target';

/** Types whose values are lists by nature, and the type of one value in them. */
const ONE_OF: { readonly [Kind in FieldKind]?: FieldKind } = {
  several_choices: 'one_choice',
  gallery: 'image',
};

/** Takes the values of one field over into another. */
export interface Conversion {
  /**
   * Says what becomes of a value.
   * @param value as it is stored
   * @returns null for an empty one, of which nothing becomes
   */
  convert(value: JsonValue): Outcome | null;
  /** The texts of a value that may name things, to be looked up before it is converted. */
  textsIn(value: JsonValue): readonly string[];
  /** The texts that a value is, each of which could be a choice. */
  wordsIn(value: JsonValue): readonly string[];
}

/** The field before, the field after, and what is known beside the values. */
interface Pair {
  readonly before: CompiledField;
  readonly after: CompiledField;
  readonly options: ConversionOptions;
  readonly names: ConversionNames;
  /** The types of one value on either side. */
  readonly from: FieldKind;
  readonly to: FieldKind;
  /** Whether several values may stand there afterwards. */
  readonly several: boolean;
  readonly target: TargetField;
}

const oneOf = ({ type }: CompiledField): FieldKind => ONE_OF[type.kind] ?? type.kind;

function pairOf(
  before: CompiledField,
  after: CompiledField,
  options: ConversionOptions,
  names: ConversionNames,
): Pair {
  const { settings } = after.field;
  const to = oneOf(after);
  // Settings of lists are not all those of one value; what does not fit falls back to what is usual.
  const own =
    to === after.type.kind ? settings : { choices: choicesOf(after.field).map((choice) => ({ ...choice })) };
  const behaviour = fieldTypeOf(to).compile(own);
  return {
    before,
    after,
    options,
    names,
    from: oneOf(before),
    to,
    several: after.type.list || to !== after.type.kind,
    target: { settings, behaviour, options, names },
  };
}

const itemsOf = (value: JsonValue): JsonList => (isJsonList(value) ? value : [value]);

/** Hands a form to a type; undefined where it does not take such, or means no value of it. */
function takenAs<Name extends Form['form']>(
  target: { readonly [Each in Name]?: Take<Each> },
  name: Name,
  form: FormOf<Name>,
  field: TargetField,
): Taken | undefined {
  return target[name]?.(form, field);
}

function formsOf({ before, from, names }: Pair, item: JsonValue): readonly Form[] {
  const accepted = before.behaviour.accepts(before.type.list || from !== before.type.kind ? [item] : item);
  // What did not fit the old type either is taken for what it is.
  return accepted ? sources[from](item, before.field.settings, names) : plainForms(item);
}

/** The texts that one value may be read as. */
const textsOf = (pair: Pair, item: JsonValue): readonly string[] =>
  formsOf(pair, item).flatMap((form) => (form.form === 'text' ? [form.text] : []));

/** Takes a form, with what is lost before and on the way. */
function takeForm({ to, target }: Pair, form: Form): Taken | undefined {
  const taken = takenAs(targets[to], form.form, form, target);
  return taken && { value: taken.value, losses: [...(form.losses ?? []), ...(taken.losses ?? [])] };
}

/** Takes a text apart where several values may stand, each for itself. */
function takeParts(pair: Pair, form: Form): readonly Taken[] | undefined {
  const { separator } = pair.options;
  if (!pair.several || form.form !== 'text' || separator === 'none') return undefined;
  const parts = splitText(form.text, separator);
  if (parts.length < 2) return undefined;
  const taken = parts.map((text) => takeForm(pair, { ...form, text }));
  return taken.every((each) => each !== undefined) ? taken : undefined;
}

/** The value itself, where the type stays what it is and may hold it. */
function takeSame({ from, to, target, names }: Pair, item: JsonValue): readonly Taken[] | undefined {
  if (from !== to || !target.behaviour.accepts(item)) return undefined;
  const refers = fieldTypeOf(to).refersTo !== null;
  return !refers || (typeof item === 'string' && names.mayReferTo(item)) ? [{ value: item }] : undefined;
}

/** What is taken of one value: the first form that means something; several where a text holds several. */
function takeItem(pair: Pair, item: JsonValue): readonly Taken[] | undefined {
  const { separator } = pair.options;
  // A separator that somebody chose stands between values, even where the whole could be one.
  const isChosen = separator !== 'any' && separator !== 'none';
  const isDivided = isChosen && pair.several && typeof item === 'string';
  const same = takeSame(pair, item);
  if (same && !isDivided) return same;
  for (const form of formsOf(pair, item)) {
    const parts = takeParts(pair, form);
    const whole = isChosen && parts ? undefined : takeForm(pair, form);
    const found = whole ? [whole] : parts;
    if (found) return found;
  }
  return same;
}

const unique = (values: JsonList): JsonList =>
  values.filter((value, at) => values.findIndex((other) => sameJson(other, value)) === at);

/** Puts what was taken together as the field holds it. */
function assembled({ several, to, from, options, after }: Pair, taken: readonly Taken[]): Taken {
  const values = taken.map(({ value }) => value);
  const losses = [...new Set(taken.flatMap((each) => each.losses ?? []))];
  if (several) return { value: from === to && after.type.list ? values : unique(values), losses };
  const [only] = values;
  if (values.length === 1 && only !== undefined) return { value: only, losses };
  const joined = options.several === 'joined' ? joinedOf(to, values) : undefined;
  if (joined !== undefined) return { value: joined, losses };
  const chosen = options.several === 'last' ? values.at(-1) : only;
  return { value: chosen ?? null, losses: [...losses, 'other_values'] };
}

/** What nobody can decide but who knows what is meant: what is done with it is chosen. */
function undecided(
  { options, after }: Pair,
  kept: JsonValue | undefined,
  issue: Outcome['issue'] = null,
  losses: readonly Loss[] = [],
): Outcome {
  const { otherwise, fallback } = options;
  // A value that does not fit either is no better than the one that stands there.
  const isBetter =
    otherwise === 'value' && fallback !== null && after.behaviour.validate(fallback).length === 0;
  const value = isBetter ? fallback : otherwise === 'empty' ? undefined : kept;
  return { kind: 'undecided', value, losses, issue };
}

const LOST: Outcome = { kind: 'lost', value: undefined, losses: [], issue: null };

/** A field that holds its values as before leaves them what they are; its rules may have become others. */
function checked({ after }: Pair, value: JsonValue): Outcome {
  const [issue = null] = after.behaviour.validate(value);
  return { kind: issue ? 'undecided' : 'kept', value, losses: [], issue };
}

function convertValues(pair: Pair, value: JsonValue): Outcome {
  const { before, after, to } = pair;
  if (before.type.kind === after.type.kind && before.type.list === after.type.list)
    return checked(pair, value);
  if (Object.keys(targets[to]).length === 0) return LOST;
  const items = itemsOf(value);
  const taken = items.map((item) => takeItem(pair, item));
  const found = taken.flatMap((each) => each ?? []);
  if (taken.includes(undefined)) {
    if (items.every((item) => formsOf(pair, item).length === 0)) return LOST;
    return undecided(pair, value);
  }
  const { value: made, losses = [] } = assembled(pair, found);
  const [issue] = after.behaviour.validate(made);
  if (issue) return undecided(pair, made, issue, losses);
  if (losses.length > 0) return { kind: 'reduced', value: made, losses, issue: null };
  return { kind: sameJson(made, value) ? 'kept' : 'converted', value: made, losses, issue: null };
}

/**
 * Says how the values of a field are taken over when it becomes another: each type says what its values amount to
 * (`sources/`) and what it takes (`targets/`), so that every type leads to every other without a word about the pair.
 * @param before the field as the values were stored for it
 * @param after the same field with another type, other settings, or another number of values
 * @param options what the values do not tell
 * @param names tells names from ids
 * @example
 * conversionBetween(text, number, USUAL_CONVERSION, NO_NAMES).convert('2.140,5 m')
 * // => { kind: 'converted', value: 2140.5, losses: [], issue: null }
 */
export function conversionBetween(
  before: CompiledField,
  after: CompiledField,
  options: ConversionOptions,
  names: ConversionNames,
): Conversion {
  const pair = pairOf(before, after, options, names);
  return {
    convert(value) {
      if (before.behaviour.isEmpty(value)) return null;
      return convertStructure(before, after, value) ?? convertValues(pair, value);
    },
    textsIn(value) {
      const texts = itemsOf(value).flatMap((item) => textsOf(pair, item));
      return texts.flatMap((text) => [text, ...splitText(text, options.separator)]);
    },
    wordsIn(value) {
      const texts = itemsOf(value).flatMap((item) => textsOf(pair, item).slice(0, 1));
      return pair.several ? texts.flatMap((text) => splitText(text, options.separator)) : texts;
    },
  };
}
