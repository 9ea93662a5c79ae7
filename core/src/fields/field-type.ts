import type * as z from 'zod';
import type { OperatorKind } from '../conditions/operators';
import type { ValueIssue } from '../issues/issue';
import type { JsonObject, JsonValue } from '../json';
import type { Mention, NameOf } from './mention';
import type { ReferenceKind } from './reference';
import type { ValueShape } from './shape';

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
    | 'time'
    | 'moment'
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

/** What a field's settings say a value may be at most and at least; null for what is not limited. */
export interface FieldLimits {
  /** The least and most that a number or day may be. */
  readonly min: number | string | null;
  readonly max: number | string | null;
  readonly minRows: number | null;
  readonly maxRows: number | null;
  /** The most characters of a text. */
  readonly maxLength: number | null;
  /** The pattern that a text has to fit. */
  readonly pattern: string | null;
}

/** A field type with one field's settings taken in: what runs per value. */
export interface FieldBehaviour {
  accepts(value: JsonValue): boolean;
  isEmpty(value: JsonValue | undefined): boolean;
  coerce(input: JsonValue): JsonValue | undefined;
  validate(value: JsonValue): readonly ValueIssue[];
  present(value: JsonValue, context: PresentContext): JsonValue;
  /** What a value names in passing, beside what it is. */
  mentions(value: JsonValue): readonly Mention[];
  /** A value that does not name some things in passing any more; null where nothing is left of it. */
  withoutMentions(value: JsonValue, ids: readonly string[]): JsonValue;
  /** A value as plain text that tells all of it; null where that is what it shows. */
  inWords(value: JsonValue, nameOf: NameOf): string | null;
  /** What stands for an empty value in answers. */
  readonly emptyPresented: JsonValue;
  display(presented: JsonValue, format: string | undefined): Displayed;
  /** The words that a search finds a value by; empty where it has none. */
  searchText(value: JsonValue): string;
  readonly jsonSchema: JsonObject;
  readonly limits: FieldLimits;
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
  /** Whether its values may name things in passing. */
  readonly mentioning: boolean;
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
