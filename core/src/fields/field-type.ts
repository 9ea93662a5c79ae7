import type * as z from 'zod';
import type { OperatorKind } from '../conditions/operators';
import { isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { ValueIssue } from '../messages/issue';

export type FieldFamily =
  'Text' | 'Numbers and time' | 'Choices' | 'Media and places' | 'Links' | 'Structure';

/** One control of the inspector for one setting of a field type. */
export interface SettingControl {
  readonly key: string;
  readonly label: string;
  readonly control: 'text' | 'number' | 'switch' | 'date' | 'choices' | 'select' | 'child_field';
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

/** What a value becomes in GraphQL. Rows become a list of an object type made from the child fields. */
export type GraphqlShape =
  'String' | 'Float' | 'Boolean' | 'Date' | 'DateTime' | 'Image' | 'Link' | 'Strings' | 'rows';

/** What presenting may need beyond the value itself. */
export interface PresentContext {
  /** Answers the presented medium of an id, or null when it is gone. */
  medium(id: string): JsonObject | null;
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
  readonly icon: string;
  /** Words in a label that propose this type. */
  readonly words: readonly string[];
  readonly settings: Settings;
  readonly controls: readonly SettingControl[];
  /** What a value is, as the end of “takes …”. */
  readonly expected: string;
  readonly operators: readonly OperatorKind[];
  readonly index: IndexColumn | null;
  /** Whether child fields stand under it, one set of values a row. */
  readonly rows?: true;
  readonly example: Stored;
  accepts(value: JsonValue): value is Stored;
  isEmpty?(value: Stored): boolean;
  /** Turns text or a foreign value into a stored one; undefined when that cannot be done. */
  coerce(input: JsonValue, settings: z.output<Settings>): Stored | null | undefined;
  validate(value: Stored, settings: z.output<Settings>): readonly ValueIssue[];
  /** What says why a wrongly typed value is refused, where the type knows better than “takes …, not …”. */
  refuse?(value: JsonValue): ValueIssue;
  present?(value: Stored, context: PresentContext): Presented | null;
  /** What stands for an empty value in answers: null, or for lists an empty list. */
  readonly emptyPresented?: Presented;
  readonly formats: readonly DisplayFormat<z.output<Settings>, Presented>[];
  acceptsPresented(value: JsonValue): value is Presented;
  jsonSchema(settings: z.output<Settings>): JsonObject;
  readonly graphql: GraphqlShape;
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
  readonly jsonSchema: JsonObject;
  readonly summary: readonly string[];
}

/** A field type as the rest of Tovlet sees it: its own value and settings types are hidden inside. */
export interface FieldType<Kind extends string = string> {
  readonly kind: Kind;
  readonly family: FieldFamily;
  readonly name: string;
  readonly icon: string;
  readonly words: readonly string[];
  readonly settings: z.ZodType;
  readonly controls: readonly SettingControl[];
  readonly operators: readonly OperatorKind[];
  readonly index: IndexColumn | null;
  readonly rows: boolean;
  readonly example: JsonValue;
  readonly formats: readonly { readonly kind: string; readonly label: string }[];
  readonly graphql: GraphqlShape;
  /** Takes in one field's settings; settings that do not fit fall back to the type's defaults. */
  compile(settings: JsonObject): FieldBehaviour;
}

/**
 * Names what a JSON value is, for messages.
 * @example describeJson([1]) // => 'a list'
 */
export function describeJson(value: JsonValue): string {
  if (value === null) return 'nothing';
  if (Array.isArray(value)) return 'a list';
  if (isJsonObject(value)) return 'an object';
  return { string: 'text', number: 'a number', boolean: 'on or off' }[typeof value as 'string'];
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
>(definition: FieldTypeDefinition<Kind, Settings, Stored, Presented>): FieldType<Kind> {
  const { kind, family, name, icon, words, controls, operators, index, example, formats, graphql } =
    definition;
  return {
    kind,
    family,
    name,
    icon,
    words,
    settings: definition.settings,
    controls,
    operators,
    index,
    rows: definition.rows === true,
    example,
    formats,
    graphql,
    compile: (settings) => compileBehaviour(definition, settings),
  };
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
    jsonSchema: definition.jsonSchema(settings),
    summary: definition.summary?.(settings) ?? [],
  };
}
