import type * as z from 'zod';
import type { OperatorKind } from '../conditions/operators';
import type { ValueIssue } from '../issues/issue';
import type { JsonObject, JsonValue } from '../json';
import type {
  DisplayFormat,
  FieldFamily,
  FieldLimits,
  Holds,
  IndexColumn,
  PresentContext,
  Scale,
  SettingControl,
} from './field-type';
import type { Mention, NameOf } from './mention';
import type { ReferenceKind } from './reference';
import type { ValueShape } from './shape';

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
  /** What a value names in passing, beside what it is. */
  mentions?(value: Stored): readonly Mention[];
  /** A value that does not name some things any more; null where nothing is left of it. */
  withoutMentions?(value: Stored, ids: readonly string[]): Stored | null;
  /**
   * A value as plain text that tells all of it, also what it leads to: for who compares it with another one. Where nothing is said,
   * it is what the value shows.
   * @param nameOf what things are called by their ids
   */
  inWords?(value: Stored, nameOf: NameOf): string;
  /** Turns text or a foreign value into a stored one; undefined when that cannot be done. */
  coerce(input: JsonValue, settings: z.output<Settings>): Stored | null | undefined;
  validate(value: Stored, settings: z.output<Settings>): readonly ValueIssue[];
  /** The limits that settings set, for whoever asks for them without knowing the type. */
  limits?(settings: z.output<Settings>): Partial<FieldLimits>;
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
