import { fieldTypeOf } from '../fields';
import type { Proposal } from '../fields/proposals/propose';
import { newId } from '../ids';
import { field, type Field } from './document';
import { keyFromLabel } from './keys';

/** Types whose values are seldom looked for one by one, though they could be. */
const SELDOM_FILTERED = ['text', 'url', 'email'];

/** Types whose values are texts, by whose words people look for entries. */
const SEARCHED = ['text', 'long_text', 'rich_text'];

/**
 * Makes a field as somebody gets it who types its label: a key from the label, and what its type is usually like.
 * @param wanted its label, and what the label was taken to mean
 * @param takenKeys keys of what will stand beside it
 * @param within whether it will stand within another field, where lists cannot filter by it
 * @example newField({ label: 'Beds', kind: 'number' }, [], false).filterable // => true
 */
export function newField(
  {
    label,
    kind,
    settings = {},
    several = false,
  }: { readonly label: string } & Pick<Proposal, 'kind'> & Partial<Proposal>,
  takenKeys: readonly string[],
  within: boolean,
): Field {
  const type = fieldTypeOf(kind);
  return field({
    id: newId('f'),
    key: keyFromLabel(label, takenKeys),
    label,
    kind,
    settings,
    filterable: type.index !== null && !SELDOM_FILTERED.includes(kind) && !within,
    searchable: SEARCHED.includes(kind),
    many: type.severalByNature || several ? { min: null, max: null } : null,
  });
}
