import { say } from '../locale/say';
import { isJsonList, type JsonList, type JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';
import type { Displayed, FieldBehaviour, FieldType, IndexColumn } from './field-type';
import { escapeHtml } from './html';
import { listShapeOf } from './shape';

/** How many values a list of a simple type may have. */
export interface ListLimits {
  readonly min: number | null;
  readonly max: number | null;
}

/** The most values a list of a simple type may have, whatever its own limit. */
export const LIST_BOUND = 500;

const itemIssues = (one: FieldBehaviour, value: JsonList): readonly ValueIssue[] =>
  value.flatMap((item, at) =>
    one.validate(item).map((issue): ValueIssue => {
      const { fix } = issue;
      const within: ValueIssue = { code: 'in_list', params: { at, issue } };
      if (!fix) return within;
      const mended = value.map((each, index) => (index === at ? fix.value : each));
      return { ...within, fix: { label: fix.label, value: mended } };
    }),
  );

/** One value where several should stand, as after a field came to hold several: a list of it is meant. */
function notAList(one: FieldBehaviour, value: JsonValue): ValueIssue {
  const issue = { code: 'not_a_list', params: {} } as const;
  return one.accepts(value)
    ? { ...issue, fix: { label: say`Make it a list of one`, value: [value] } }
    : issue;
}

function countIssues(values: number, { min, max }: ListLimits): readonly ValueIssue[] {
  if (min !== null && values < min) return [{ code: 'too_few_values', params: { limit: min, values } }];
  const most = max ?? LIST_BOUND;
  return values > most ? [{ code: 'too_many_values', params: { limit: most, values } }] : [];
}

/** Shown one after the other; as soon as one of them is markup, all are. */
function joined(parts: readonly Displayed[]): Displayed {
  const texts = parts.flatMap((part) => ('text' in part ? [part.text] : []));
  if (texts.length === parts.length) return { text: texts.filter(Boolean).join(', ') };
  return { html: parts.map((part) => ('html' in part ? part.html : escapeHtml(part.text))).join('\n') };
}

function listBehaviour(one: FieldBehaviour, limits: ListLimits): FieldBehaviour {
  const { min, max } = limits;
  return {
    accepts: (value) => isJsonList(value) && value.every((item) => one.accepts(item)),
    isEmpty: (value) => value === undefined || value === null || (isJsonList(value) && value.length === 0),
    coerce(input) {
      if (input === null) return null;
      const items = isJsonList(input) ? input : [input];
      const read = items.map((item) => one.coerce(item));
      const found = read.filter((item): item is JsonValue => item !== undefined && item !== null);
      return read.includes(undefined) ? undefined : found;
    },
    validate(value) {
      if (!isJsonList(value)) return [notAList(one, value)];
      return [...countIssues(value.length, limits), ...itemIssues(one, value)];
    },
    present: (value, context) =>
      isJsonList(value)
        ? value.map((item) => one.present(item, context)).filter((item) => item !== null)
        : [],
    mentions: (value) => (isJsonList(value) ? value.flatMap((item) => one.mentions(item)) : []),
    withoutMentions(value, ids) {
      if (!isJsonList(value)) return value;
      const left = value.map((item) => one.withoutMentions(item, ids)).filter((item) => item !== null);
      return left.length === 0 ? null : left;
    },
    inWords(value, nameOf) {
      const words = isJsonList(value) ? value.map((item) => one.inWords(item, nameOf)) : [];
      return words.length === 0 || words.includes(null) ? null : words.join(', ');
    },
    display: (presented, format) =>
      isJsonList(presented) ? joined(presented.map((item) => one.display(item, format))) : { text: '' },
    emptyPresented: [],
    searchText: (value) => (isJsonList(value) ? value.map((item) => one.searchText(item)).join('\n') : ''),
    jsonSchema: {
      type: 'array',
      items: one.jsonSchema,
      ...(min === null ? {} : { minItems: min }),
      ...(max === null ? {} : { maxItems: max }),
    },
    limits: one.limits,
    scales: [],
    summary: [limitWords(limits), ...one.summary],
  };
}

function limitWords({ min, max }: ListLimits): string {
  if (min !== null && max !== null) return say`${min} to ${max} values`;
  if (max !== null) return say`up to ${max} values`;
  return min === null ? say`several values` : say`at least ${min} values`;
}

/**
 * Makes the type of a list of values from the type of one value.
 * @param one a simple type
 * @param limits how many values there may be
 * @returns a type of the same kind whose values are lists: never null in answers, an empty list where nothing is stored
 * @example listOf(text, { min: null, max: 3 }).compile({}).validate(['a']) // => []
 */
export function listOf<Kind extends string>(one: FieldType<Kind>, limits: ListLimits): FieldType<Kind> {
  const index: IndexColumn | null = one.index === 'text' ? 'text[]' : null;
  return {
    ...one,
    operators: [
      'contains',
      'contains_not',
      'contains_one_of',
      'is_empty',
      'is_filled',
      'has_at_least_rows',
      'has_at_most_rows',
    ],
    index,
    shape: listShapeOf(one.shape),
    list: true,
    example: [one.example],
    compile: (settings) => listBehaviour(one.compile(settings), limits),
  };
}
