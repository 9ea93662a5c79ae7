import { fieldList } from './field-list';
import { liquid } from './liquid';
import type { PropertyTypeName } from './names';
import { refersToNothing, type PropertyType } from './property-type';
import { rows } from './rows';

/** Every type of property; one that does not say what it refers to does not compile. */
export const propertyTypes: Readonly<Record<PropertyTypeName, PropertyType>> = {
  text: refersToNothing,
  long_text: refersToNothing,
  select: refersToNothing,
  /** Bound, or nothing. */
  value: refersToNothing,
  fields: fieldList('block'),
  rows,
  columns: fieldList('own_rows'),
  liquid,
};
