import type { JsonObject, JsonValue } from '../json';
import type { ReferenceKind } from '../fields/reference';

/** What is lost on the way from one type to another, though the rest is kept. */
export type Loss =
  | 'formatting'
  | 'line_breaks'
  | 'time_of_day'
  | 'day'
  | 'midnight_assumed'
  | 'either_number'
  | 'words_around'
  | 'details'
  | 'reference'
  | 'similar'
  | 'other_values'
  | 'other_rows';

/**
 * What a value amounts to, said so that other types can take it. A value may amount to several: a moment is also the day that it
 * lies on, and a text.
 */
export type Form = (
  | { readonly form: 'text'; readonly text: string }
  | { readonly form: 'markup'; readonly html: string }
  | { readonly form: 'number'; readonly number: number }
  | { readonly form: 'truth'; readonly truth: boolean }
  | { readonly form: 'day'; readonly day: string }
  | { readonly form: 'moment'; readonly moment: string }
  | { readonly form: 'time'; readonly time: string }
  | { readonly form: 'choice'; readonly value: string; readonly label: string }
  | { readonly form: 'reference'; readonly kind: ReferenceKind; readonly id: string }
  | { readonly form: 'place'; readonly place: JsonObject }
  | { readonly form: 'link'; readonly url: string; readonly text: string }
) & {
  /** What of the value this form does not say. */
  readonly losses?: readonly Loss[];
};

/** One form by its name. */
export type FormOf<Name extends Form['form']> = Extract<Form, { readonly form: Name }>;

/** A value that a type has taken. */
export interface Taken {
  readonly value: JsonValue;
  readonly losses?: readonly Loss[];
}

/** What conversions have to know of things beside the values: nobody else can tell names from ids. */
export interface ConversionNames {
  /** What a thing is called; undefined where nobody knows. */
  nameOf(id: string): string | undefined;
  /** The thing that a text names and that the new field may refer to; undefined where there is none, or more than one. */
  idOf(text: string): string | undefined;
  /** Whether the new field may refer to a thing. */
  mayReferTo(id: string): boolean;
}

/** Knows of nothing. */
export const NO_NAMES: ConversionNames = {
  nameOf: () => undefined,
  idOf: () => undefined,
  mayReferTo: () => false,
};
