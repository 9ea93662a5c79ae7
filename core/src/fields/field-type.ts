import { say } from '../locale/say';
import type { ValueShape } from './shape';
import * as z from 'zod';
import type { OperatorKind } from '../conditions/operators';
import { isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';
import type { ReferenceKind } from './reference';

export type FieldFamily =
  'Text' | 'Numbers and time' | 'Choices' | 'Media and places' | 'Links' | 'Structure';

/** One control of the inspector for one setting of a field type. */
export interface SettingControl {
  readonly key: string;
  readonly label: string;
  readonly control:
    | 'text'
    | 'long_text'
    | 'number'
    | 'switch'
    | 'date'
    | 'choices'
    | 'select'
    | 'options'
    | 'child_field'
    | 'shared_set'
    | 'content_types'
    | 'taxonomy'
    | 'mirror'
    | 'expression';
  readonly fold: 'basics' | 'limits' | 'form';
  readonly help?: string;
  readonly options?: readonly { readonly value: string; readonly label: string }[];
}

/** The SQL type of a field's column in the typed index table of its content type. */
export type IndexColumn = 'text' | 'float8' | 'boolean' | 'text[]';

/** How a value reads on a page: escaped text, or markup that the field type itself has made safe. */
export type Displayed = { readonly text: string } | { readonly html: string };

/** A named way to show a value on a page. The first of a type's formats is its default. */
export interface DisplayFormat<Settings, Presented> {
  readonly kind: string;
  readonly label: string;
  display(presented: Presented, settings: Settings): Displayed;
}

/**
 * How child fields stand under a field: one set of values a row, one set alone, or rows of several shapes; a shape itself
 * is one set that only some rows have.
 */
export type Holds = 'rows' | 'one' | 'shapes' | 'shape';

/** What presenting may need beyond the value itself. */
export interface PresentContext {
  /** Answers what an id refers to as it is presented, or null when it is gone or may not be seen. */
  refer(kind: ReferenceKind, id: string): JsonObject | null;
  /** The context for what one field refers to, where more of that is read. */
  of?(field: string): PresentContext;
  /** Cleans HTML of everything that could act on a page. */
  clean(html: string): string;
}

/** Numbers at even distances: all that are some steps from the base. */
export interface Scale {
  readonly base: number;
  readonly step: number;
}

/** The members of a field type that can depend on a field's settings. */
export interface FieldTypeVariant {
  readonly operators?: readonly OperatorKind[];
  readonly index?: IndexColumn | null;
  readonly shape?: ValueShape;
}

/** What a field type's definition says; the same members in the same order in each folder. */
export interface FieldTypeDefinition<
  Kind extends string,
  Settings extends z.ZodType,
  Stored extends JsonValue,
  Presented extends JsonValue,
> {
  readonly kind: Kind;
  readonly family: FieldFamily;
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly about: string;
  readonly icon: string;
  /** Words in a label that propose this type. */
  readonly words: readonly string[];
  readonly settings: Settings;
  readonly controls: readonly SettingControl[];
  /** What a value is, as the end of “takes …”. */
  readonly expected: string;
  readonly operators: readonly OperatorKind[];
  readonly index: IndexColumn | null;
  /** How child fields stand under it; none may where it is not said. */
  readonly holds?: Holds;
  /** True for what stands in the form and holds no value, such as a heading. */
  readonly valueless?: true;
  /** What the ids in its values refer to. */
  readonly refersTo?: ReferenceKind;
  /** True for values that an expression makes and nobody types. */
  readonly computed?: true;
  /** True for values that leave neither through pages nor through APIs. */
  readonly confidential?: true;
  /** Says what of some settings cannot be together, as a sentence; null where all can. */
  contradiction?(settings: z.output<Settings>): string | null;
  /** What is otherwise than in the definition under some settings. */
  variant?(settings: z.output<Settings>): FieldTypeVariant;
  /** False where a list of such values makes no sense; most types can hold one value or several. */
  readonly listable?: false;
  /** True where a new field of the type holds several values unless told otherwise. */
  readonly severalByNature?: true;
  readonly example: Stored;
  accepts(value: JsonValue): value is Stored;
  isEmpty?(value: Stored): boolean;
  /** Turns text or a foreign value into a stored one; undefined when that cannot be done. */
  coerce(input: JsonValue, settings: z.output<Settings>): Stored | null | undefined;
  validate(value: Stored, settings: z.output<Settings>): readonly ValueIssue[];
  /** The scales on all of which its numbers lie; none where they can be any. */
  scales?(settings: z.output<Settings>): readonly Scale[];
  /**
   * How a text that a value is compared with stands in the index; undefined when no value can be like it. Any text is
   * compared as it is where nothing is said.
   */
  comparedAs?(input: string): string | undefined;
  /** What says why a wrongly typed value is refused, where the type knows better than “takes …, not …”. */
  refuse?(value: JsonValue): ValueIssue;
  present?(value: Stored, context: PresentContext): Presented | null;
  /** What stands for an empty value in answers: null, or for lists an empty list. */
  readonly emptyPresented?: Presented;
  /** The words that a search finds a value by; values of a type without it are not searched. */
  searchText?(value: Stored, settings: z.output<Settings>): string;
  readonly formats: readonly DisplayFormat<z.output<Settings>, Presented>[];
  acceptsPresented(value: JsonValue): value is Presented;
  jsonSchema(settings: z.output<Settings>): JsonObject;
  readonly shape: ValueShape;
  /** Short words for the limits that are set, shown in the sheet. */
  summary?(settings: z.output<Settings>): readonly string[];
}

/** A field type with one field's settings taken in: what runs per value. */
export interface FieldBehaviour {
  accepts(value: JsonValue): boolean;
  isEmpty(value: JsonValue | undefined): boolean;
  coerce(input: JsonValue): JsonValue | undefined;
  validate(value: JsonValue): readonly ValueIssue[];
  present(value: JsonValue, context: PresentContext): JsonValue;
  /** What stands for an empty value in answers. */
  readonly emptyPresented: JsonValue;
  display(presented: JsonValue, format: string | undefined): Displayed;
  /** The words that a search finds a value by; empty where it has none. */
  searchText(value: JsonValue): string;
  readonly jsonSchema: JsonObject;
  /** The scales on all of which its numbers lie; none where they can be any. */
  readonly scales: readonly Scale[];
  readonly summary: readonly string[];
}

/** A field type as the rest of Tovlet sees it: its own value and settings types are hidden inside. */
export interface FieldType<Kind extends string = string> {
  readonly kind: Kind;
  readonly family: FieldFamily;
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly about: string;
  readonly icon: string;
  readonly words: readonly string[];
  readonly settings: z.ZodType;
  readonly controls: readonly SettingControl[];
  /** What a value is, as the end of “takes …”. */
  readonly expected: string;
  readonly operators: readonly OperatorKind[];
  readonly index: IndexColumn | null;
  /** How a text that values are compared with stands in the index; undefined when it fits none. */
  comparedAs(input: string): string | undefined;
  /** How child fields stand under it; null where none may. */
  readonly holds: Holds | null;
  /** Whether its value is a list of rows. */
  readonly rows: boolean;
  readonly valueless: boolean;
  readonly refersTo: ReferenceKind | null;
  readonly confidential: boolean;
  readonly computed: boolean;
  /** Whether its values have words that a search can find. */
  readonly searchable: boolean;
  /**
   * Says why some settings do not fit the type: one is unknown, is of the wrong shape, or contradicts another.
   * @returns a sentence; null where they fit
   */
  settingsProblem(settings: JsonObject): string | null;
  /** The type as it is under some settings; itself where they change nothing. */
  under(settings: JsonObject): FieldType<Kind>;
  /** Whether a field of the type may hold several values, and whether a new one does. */
  readonly listable: boolean;
  readonly severalByNature: boolean;
  /** Whether this is the type of a list of such values. */
  readonly list: boolean;
  readonly example: JsonValue;
  readonly formats: readonly { readonly kind: string; readonly label: string }[];
  readonly shape: ValueShape;
  /** Takes in one field's settings; settings that do not fit fall back to the type's defaults. */
  compile(settings: JsonObject): FieldBehaviour;
}

/** A field type that also reads its settings, for whoever works with this one kind. */
export interface SettledFieldType<Kind extends string, Settings> extends FieldType<Kind> {
  /**
   * Reads the settings of a field of the type, its defaults filled in.
   * @returns the same object for the same settings; the defaults where they do not fit
   */
  read(settings: JsonObject): Settings;
}

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
    validate: (value) => (definition.accepts(value) ? definition.validate(value, settings) : [refuse(value)]),
    present(value, context) {
      if (!definition.accepts(value)) return null;
      return definition.present ? definition.present(value, context) : value;
    },
    display(presented, formatKind) {
      const format = definition.formats.find((each) => each.kind === formatKind) ?? definition.formats[0];
      if (!format || !definition.acceptsPresented(presented)) return { text: '' };
      return format.display(presented, settings);
    },
    emptyPresented: definition.emptyPresented ?? null,
    searchText: (value) =>
      definition.accepts(value) ? (definition.searchText?.(value, settings) ?? '') : '',
    jsonSchema: definition.jsonSchema(settings),
    scales: definition.scales?.(settings) ?? [],
    summary: definition.summary?.(settings) ?? [],
  };
}
