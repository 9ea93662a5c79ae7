import { sameJson, type JsonValue } from '@tovlet/core/json';
import type { EntryRecord, StoodBefore } from '../../db/schema';

/** What of an entry its revisions tell. */
export type EntryState = Pick<
  EntryRecord,
  'title' | 'slug' | 'status' | 'parentId' | 'templateId' | 'values'
>;

/**
 * What stood before a change, as the trigger on the table notes it.
 * @param was the entry before
 * @param is the entry after
 * @example stoodBefore(was, is) // => { title: 'Old name', values: { f_beds: 4, f_phone: null } }
 */
export function stoodBefore(was: EntryState, is: EntryState): StoodBefore {
  const keys = new Set([...Object.keys(was.values), ...Object.keys(is.values)]);
  const values: Record<string, JsonValue> = {};
  for (const key of keys) {
    const [before, after] = [was.values[key], is.values[key]];
    const isSame = before === undefined || after === undefined ? before === after : sameJson(before, after);
    if (!isSame) values[key] = before ?? null;
  }
  return {
    values,
    ...(was.title === is.title ? {} : { title: was.title }),
    ...(was.slug === is.slug ? {} : { slug: was.slug }),
    ...(was.status === is.status ? {} : { status: was.status }),
    ...(was.parentId === is.parentId ? {} : { parentId: was.parentId }),
    ...(was.templateId === is.templateId ? {} : { templateId: was.templateId }),
  };
}

/** Goes back from what an entry was after a save to what it was before. */
export function goneBack<State extends EntryState>(is: State, { values, ...own }: StoodBefore): State {
  const all = Object.entries({ ...is.values, ...values }).filter(
    ([key, value]) => value !== null || !(key in values),
  );
  return { ...is, ...own, values: Object.fromEntries(all) };
}
