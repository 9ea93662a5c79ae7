import { fieldOfBulk, type BulkChange } from '../bulk';
import { say } from '../locale/say';
import type { CompiledType } from '../model/compiled';

/** How each kind of change is said, with the name of its field. */
const WORDS: Readonly<Record<BulkChange['kind'], (field: string) => string>> = {
  set: (field) => say`Set ${field}`,
  clear: (field) => say`Empty ${field}`,
  add: (field) => say`Add to ${field}`,
  remove: (field) => say`Take out of ${field}`,
  mend: (field) => say`Mend ${field}`,
  publish: () => say`Publish`,
  unpublish: () => say`Make drafts`,
  delete: () => say`Put into the bin`,
};

/**
 * Says a change of many entries in a few words.
 * @example bulkWords({ kind: 'clear', field: 'f_phone' }, hut) // => 'Empty Phone'
 */
export function bulkWords(change: BulkChange, type: CompiledType): string {
  const gone = 'field' in change ? change.field : '';
  return WORDS[change.kind](fieldOfBulk(change, type)?.label ?? gone);
}
