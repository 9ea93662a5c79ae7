import { isHashed, isSecretMark } from '@tovlet/core/fields/secret/secret';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { sameJson } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { hashPassword } from '../access/passwords';

const isSecret = ({ type }: CompiledField): boolean => type.confidential;

/**
 * Takes hashes out of values from outside: only what Tovlet itself hashed is ever stored as one, so that nobody can put
 * a hash of their own in place.
 */
export function withoutGivenHashes(fields: readonly CompiledField[], values: Values): Values {
  return mapStored(fields, values, {}, isSecret, (_field, value) =>
    value !== undefined && isHashed(value) ? undefined : value,
  );
}

/**
 * Puts stored hashes back in the place of their marks where a field is not for secrets any more: forms get the mark alone, and
 * the field may become one for secrets again.
 * @param before the stored values before
 */
export function withFormerSecrets(fields: readonly CompiledField[], values: Values, before: Values): Values {
  const isOpen = ({ type }: CompiledField): boolean => type.holds === null && !type.confidential;
  return mapStored(fields, values, before, isOpen, (_field, value, was) =>
    value !== undefined && isSecretMark(value) && was !== undefined && isHashed(was) ? was : value,
  );
}

/**
 * Hashes new secrets, and puts back the stored hash where the mark says that it stays.
 * @param before the stored values before
 */
export async function hashSecrets(
  fields: readonly CompiledField[],
  values: Values,
  before: Values,
): Promise<Values> {
  const plain = new Set<string>();
  mapStored(fields, values, before, isSecret, (_field, value) => {
    if (typeof value === 'string' && value !== '') plain.add(value);
    return value;
  });
  const hashes = new Map<string, string>();
  for (const text of plain) hashes.set(text, await hashPassword(text));
  return mapStored(fields, values, before, isSecret, (_field, value, was) => {
    if (value === undefined || value === '') return undefined;
    // The mark says that it stays; the hash itself is there where somebody saved who may not change it.
    if (isSecretMark(value) || (isHashed(value) && sameJson(value, was))) return was;
    const hash = typeof value === 'string' ? hashes.get(value) : undefined;
    return hash === undefined ? undefined : { hash };
  });
}
