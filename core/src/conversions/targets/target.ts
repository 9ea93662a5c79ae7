import type { FieldBehaviour } from '../../fields/field-type';
import type { JsonObject } from '../../json';
import type { ConversionOptions } from '../../model/changes/conversion-options';
import type { ConversionNames, Form, FormOf, Taken } from '../form';

/** The field that values are taken over into. */
export interface TargetField {
  readonly settings: JsonObject;
  /** That of one value. */
  readonly behaviour: FieldBehaviour;
  readonly options: ConversionOptions;
  readonly names: ConversionNames;
}

/** Takes a form as a value of the type; undefined where it means none. */
export type Take<Name extends Form['form']> = (form: FormOf<Name>, field: TargetField) => Taken | undefined;

/** The forms that a type takes. */
export type Target = { readonly [Name in Form['form']]?: Take<Name> };

/** Takes a text as the type itself reads what people type. */
export const asTyped: Take<'text'> = ({ text }, { behaviour }) => {
  const value = behaviour.coerce(text);
  return value === undefined || value === null ? undefined : { value };
};

/** Takes nothing: such a field has no values that something else could become. */
export const nothing: Target = {};

/** Takes what people would type. */
export const typed: Target = { text: asTyped };
