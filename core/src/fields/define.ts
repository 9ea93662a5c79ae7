import * as z from 'zod';
import type { ValueIssue } from '../issues/issue';
import { isJsonObject, sameJson, type JsonObject, type JsonValue } from '../json';
import { say } from '../locale/say';
import type { FieldTypeDefinition } from './definition';
import type { Mention } from './mention';
import type { FieldBehaviour, FieldLimits, SettledFieldType } from './field-type';

/**
 * Names what a JSON value is, for messages.
 * @example describeJson([1]) // => 'a list'
 */
export function describeJson(value: JsonValue): string {
  if (value === null) return 'nothing';
  if (Array.isArray(value)) return say`a list`;
  if (isJsonObject(value)) return say`an object`;
  return { string: 'text', number: say`a number`, boolean: say`on or off` }[typeof value as 'string'];
}

/**
 * Makes a field type from its definition and hides its value and settings types.
 *
 * | stored        | empty                        |
 * |---------------|------------------------------|
 * | absent, null  | always                       |
 * | anything else | when the type's `isEmpty` says so; 0 and off never are |
 *
 * @param definition the type's members, see FieldTypeDefinition
 * @returns the type, ready for the registry
 */
export function defineFieldType<
  const Kind extends string,
  Settings extends z.ZodType,
  Stored extends JsonValue,
  Presented extends JsonValue,
>(
  definition: FieldTypeDefinition<Kind, Settings, Stored, Presented>,
): SettledFieldType<Kind, z.output<Settings>> {
  const { kind, family, name, about, icon, words, controls, operators, index, example, formats, shape } =
    definition;
  const read = settingsReader(definition.settings);
  const type: SettledFieldType<Kind, z.output<Settings>> = {
    kind,
    family,
    name,
    about,
    icon,
    words,
    settings: definition.settings,
    controls,
    expected: definition.expected,
    operators,
    index,
    comparedAs: (input) => (definition.comparedAs ? definition.comparedAs(input) : input),
    holds: definition.holds ?? null,
    rows: definition.holds === 'rows' || definition.holds === 'shapes',
    valueless: definition.valueless === true,
    listable: definition.listable !== false && !definition.holds && definition.valueless !== true,
    severalByNature: definition.severalByNature === true,
    list: false,
    example,
    formats,
    shape,
    refersTo: definition.refersTo ?? null,
    mentioning: definition.mentions !== undefined,
    confidential: definition.confidential === true,
    computed: definition.computed === true,
    searchable: definition.searchText !== undefined,
    settingsProblem: (settings) => settingsProblem(definition, settings),
    read,
    under(settings) {
      const parsed = definition.variant ? definition.settings.safeParse(settings) : null;
      return parsed?.success && definition.variant ? { ...type, ...definition.variant(parsed.data) } : type;
    },
    compile: (settings) => compileBehaviour(definition, settings),
  };
  return type;
}

const NONE: readonly Mention[] = [];

/** What values name in passing: asked of every value that is presented, and most types name nothing. */
function mentionsOf<
  Kind extends string,
  Settings extends z.ZodType,
  Stored extends JsonValue,
  Presented extends JsonValue,
>({ accepts, mentions }: FieldTypeDefinition<Kind, Settings, Stored, Presented>): FieldBehaviour['mentions'] {
  if (!mentions) return () => NONE;
  return (value) => (accepts(value) ? mentions(value) : NONE);
}

const NO_LIMITS: FieldLimits = {
  min: null,
  max: null,
  minRows: null,
  maxRows: null,
  maxLength: null,
  pattern: null,
};

/** Reads settings once for as long as they keep their identity. */
function settingsReader<Settings extends z.ZodType>(
  schema: Settings,
): (settings: JsonObject) => z.output<Settings> {
  const known = new WeakMap<JsonObject, { readonly settings: z.output<Settings> }>();
  return (raw) => {
    const before = known.get(raw);
    if (before) return before.settings;
    const parsed = schema.safeParse(raw);
    const settings = parsed.success ? parsed.data : schema.parse({});
    known.set(raw, { settings });
    return settings;
  };
}

function settingsProblem<
  Kind extends string,
  Settings extends z.ZodType,
  Stored extends JsonValue,
  Presented extends JsonValue,
>(
  { name, settings: schema, controls, contradiction }: FieldTypeDefinition<Kind, Settings, Stored, Presented>,
  settings: JsonObject,
): string | null {
  const labelOf = (key: string): string => controls.find((control) => control.key === key)?.label ?? key;
  const known = schema instanceof z.ZodObject ? Object.keys(schema.shape) : null;
  const unknown = known && Object.keys(settings).find((key) => !known.includes(key));
  if (unknown) return say`${name} has no setting “${unknown}”.`;
  const parsed = schema.safeParse(settings);
  if (parsed.success) return contradiction?.(parsed.data) ?? null;
  const [issue] = parsed.error.issues;
  return `${labelOf(String(issue?.path[0] ?? ''))}: ${issue?.message ?? say`it does not fit`}.`;
}

/** The only value of a list, where a list stands that one value should. */
const onlyOne = (value: JsonValue): JsonValue =>
  Array.isArray(value) && value.length === 1 ? (value[0] ?? null) : value;

/** Adds to what is wrong with a value which value is meant by it, where the type can read it and nothing else mends it. */
function withMeaning<
  Kind extends string,
  Settings extends z.ZodType,
  Stored extends JsonValue,
  Presented extends JsonValue,
>(
  {
    accepts,
    coerce,
    confidential,
    holds,
    refersTo,
    validate,
  }: FieldTypeDefinition<Kind, Settings, Stored, Presented>,
  settings: z.output<Settings>,
  value: JsonValue,
  issues: readonly ValueIssue[],
): readonly ValueIssue[] {
  const [issue] = issues;
  // An id that can be read may be that of something else; a secret is never guessed.
  if (!issue || issue.fix || confidential || holds || refersTo) return issues;
  const meant = coerce(onlyOne(value), settings);
  if (meant === undefined || meant === null || sameJson(meant, value)) return issues;
  if (!accepts(meant)) return issues;
  // What is wrong with the meant value as well has to be another thing, and one that can be mended.
  const [left] = validate(meant, settings);
  if (left && (!left.fix || left.code === issue.code)) return issues;
  const shown = typeof meant === 'string' || typeof meant === 'number' ? meant : JSON.stringify(meant);
  return [{ ...issue, fix: { label: say`Use ${shown}`, value: meant } }, ...issues.slice(1)];
}

function compileBehaviour<
  Kind extends string,
  Settings extends z.ZodType,
  Stored extends JsonValue,
  Presented extends JsonValue,
>(
  definition: FieldTypeDefinition<Kind, Settings, Stored, Presented>,
  rawSettings: JsonObject,
): FieldBehaviour {
  const parsed = definition.settings.safeParse(rawSettings);
  const settings = parsed.success ? parsed.data : definition.settings.parse({});
  const refuse = (value: JsonValue): ValueIssue =>
    definition.refuse?.(value) ?? {
      code: 'wrong_shape',
      params: { expected: definition.expected, got: describeJson(value) },
    };
  return {
    accepts: (value) => definition.accepts(value),
    isEmpty: (value) =>
      value === undefined ||
      value === null ||
      (definition.isEmpty !== undefined && definition.accepts(value) && definition.isEmpty(value)),
    coerce: (input) => (input === null ? null : definition.coerce(input, settings)),
    validate: (value) =>
      withMeaning(
        definition,
        settings,
        value,
        definition.accepts(value) ? definition.validate(value, settings) : [refuse(value)],
      ),
    present(value, context) {
      if (!definition.accepts(value)) return null;
      return definition.present ? definition.present(value, context) : value;
    },
    mentions: mentionsOf(definition),
    withoutMentions: (value, ids) =>
      definition.withoutMentions && definition.accepts(value)
        ? definition.withoutMentions(value, ids)
        : value,
    inWords: (value, nameOf) =>
      definition.accepts(value) ? (definition.inWords?.(value, nameOf) ?? null) : null,
    display(presented, formatKind) {
      const format = definition.formats.find((each) => each.kind === formatKind) ?? definition.formats[0];
      if (!format || !definition.acceptsPresented(presented)) return { text: '' };
      return format.display(presented, settings);
    },
    emptyPresented: definition.emptyPresented ?? null,
    searchText: (value) =>
      definition.accepts(value) ? (definition.searchText?.(value, settings) ?? '') : '',
    jsonSchema: definition.jsonSchema(settings),
    limits: { ...NO_LIMITS, ...definition.limits?.(settings) },
    scales: definition.scales?.(settings) ?? [],
    summary: definition.summary?.(settings) ?? [],
  };
}
