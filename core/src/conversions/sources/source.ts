import type { JsonObject, JsonValue } from '../../json';
import type { ConversionNames, Form } from '../form';

/**
 * Says what a stored value of a type amounts to, what tells most of it first.
 * @param value one value, which the type accepts
 * @param settings those of the field
 */
export type Source = (value: JsonValue, settings: JsonObject, names: ConversionNames) => readonly Form[];

/** What a value amounts to by itself, whatever field it stands in. */
export function plainForms(value: JsonValue): readonly Form[] {
  if (typeof value === 'string') return [{ form: 'text', text: value }];
  if (typeof value === 'number')
    return [
      { form: 'number', number: value },
      { form: 'text', text: String(value) },
    ];
  return typeof value === 'boolean' ? [{ form: 'truth', truth: value }] : [];
}

/** Amounts to nothing that another type could take. */
export const nothing: Source = () => [];
