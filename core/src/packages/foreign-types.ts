import { choicesOf } from '../fields/choices';
import type { FieldKind } from '../fields/index';
import type { JsonObject } from '../json';
import type { CompiledField } from '../model/compiled';

/** What a field is by the standard; null where its values stand elsewhere, or nowhere. */
type ForeignType = (field: CompiledField) => JsonObject | null;

const plain =
  (type: string, format?: string): ForeignType =>
  () => ({ type, ...(format === undefined ? {} : { format }) });

const nowhere: ForeignType = () => null;

const categoriesOf = ({ field }: CompiledField): JsonObject => ({
  categories: choicesOf(field).map(({ value, label }) => ({ value, label })),
});

/** What the values of each type are by the standard. A type that is not here does not compile. */
const foreignTypes: Readonly<Record<FieldKind, ForeignType>> = {
  text: plain('string'),
  long_text: plain('string'),
  rich_text: plain('string'),
  email: plain('string', 'email'),
  url: plain('string', 'uri'),
  phone: plain('string'),
  colour: plain('string'),
  code: plain('string'),
  // What cannot be read leads nowhere.
  secret: nowhere,
  number: plain('number'),
  slider: plain('number'),
  money: plain('number'),
  date: plain('date'),
  time: plain('time'),
  date_time: plain('datetime'),
  switch: plain('boolean'),
  one_choice: (field) => ({ type: 'string', ...categoriesOf(field) }),
  several_choices: (field) => ({ type: 'array', ...categoriesOf(field) }),
  image: plain('string'),
  gallery: plain('array'),
  file: plain('string'),
  embed: plain('object'),
  place: plain('object'),
  link: plain('object'),
  relation: nowhere,
  term: nowhere,
  person: plain('string'),
  group: nowhere,
  repeater: nowhere,
  mixed_list: plain('array'),
  shape: nowhere,
  shared_set: nowhere,
  section: nowhere,
  note: nowhere,
  // Made anew wherever it is.
  computed: nowhere,
};

function constraintsOf({ behaviour: { limits }, field, type }: CompiledField): JsonObject {
  const { min, max, maxLength, pattern } = limits;
  const own: readonly (readonly [string, JsonObject[string]])[] = [
    ['minimum', min],
    ['maximum', max],
    ['maxLength', maxLength],
    ['pattern', pattern],
  ];
  const constraints = Object.fromEntries(type.list ? [] : own.filter(([, limit]) => limit !== null));
  return {
    ...constraints,
    // The standard has no words for what is required only where it is shown.
    ...(field.required && field.shownWhen === null ? { required: true } : {}),
    ...(field.unique ? { unique: true } : {}),
  };
}

/**
 * Says what a field is by the standard, with its label, help and limits.
 * @param name what its column is called
 * @returns null for a field whose values stand in a table of their own, or nowhere
 * @see https://datapackage.org/standard/table-schema/#field
 */
export function foreignField(field: CompiledField, name: string): JsonObject | null {
  const found = foreignTypes[field.type.kind](field);
  if (!found) return null;
  const type =
    field.type.list && found['type'] !== 'array' ? { ...found, type: 'array', format: 'default' } : found;
  const constraints = constraintsOf(field);
  return {
    name,
    ...type,
    title: field.field.label,
    ...(field.field.help === '' ? {} : { description: field.field.help }),
    ...(Object.keys(constraints).length === 0 ? {} : { constraints }),
  };
}
