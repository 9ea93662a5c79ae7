import type { Values } from '../fields/repeater/row';
import type { CompiledField } from '../model/compiled';
import { mapStored } from '../stored/map-stored';

const isConfidential = ({ type }: CompiledField): boolean => type.confidential;

/**
 * Takes out the secrets that were typed and not saved yet: until they are hashed they are in the memory of the page and on
 * their way to the server, and nowhere else.
 * @param base the values as they were saved; what stands there of a secret is put back
 * @example withoutTypedSecrets(type.fields, { f_code: 'larch-4711' }, { f_code: { set: true } }) // => { f_code: { set: true } }
 */
export function withoutTypedSecrets(fields: readonly CompiledField[], values: Values, base: Values): Values {
  return mapStored(fields, values, base, isConfidential, (_field, value, before) =>
    typeof value === 'string' ? before : value,
  );
}

/**
 * Puts the secrets of other values into values: what an entry was tells whether a secret was set, and never which one.
 * @param now the values whose secrets stay
 * @example withSecretsOf(type.fields, { f_beds: 4, f_code: { set: true } }, {}) // => { f_beds: 4 }
 */
export function withSecretsOf(fields: readonly CompiledField[], values: Values, now: Values): Values {
  return mapStored(fields, values, now, isConfidential, (_field, _value, kept) => kept);
}
