import type { Values } from '../fields/repeater/row';
import type { JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

/**
 * Makes the values a new entry or a new row starts with.
 * @param fields the fields of the type, or the children of a repeater
 * @returns values by permanent id; fields without a fitting default are left out, groups have those of their
 *   fields
 */
export function defaultValues(fields: readonly CompiledField[]): Values {
  const values: Record<string, JsonValue> = {};
  for (const { id, field, behaviour, type, children } of fields) {
    if (type.holds === 'one') {
      const within = defaultValues(children);
      if (Object.keys(within).length > 0) values[id] = within;
    } else if (field.default !== null && behaviour.accepts(field.default)) values[id] = field.default;
  }
  return values;
}
