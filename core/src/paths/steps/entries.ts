import * as z from 'zod';
import { say } from '../../locale/say';
import type { CompiledType } from '../../model/compiled';
import type { PathContext } from '../standing';
import { defineStep } from './step';

/** The key of the entries of a type; each list of them has its own. */
const keyOf = ({ contentType: { pluralKey } }: CompiledType, list: string | null): string =>
  ['all', pluralKey, ...(list === null ? [] : [list])].join('_');

interface EntriesStep {
  readonly kind: 'entries';
  readonly type: string;
  readonly list: string | null;
}

/**
 * Finds the step that a key names.
 * @param key such as `all_routes`, or `all_routes_b_1` for what a block goes through
 * @returns undefined where it names none
 */
export function entriesNamed(key: string, { model }: PathContext): EntriesStep | undefined {
  for (const type of model.types) {
    const own = keyOf(type, null);
    const list = key.startsWith(`${own}_b_`) ? key.slice(own.length + 1) : null;
    if (key === own || list !== null) return { kind: 'entries', type: type.contentType.id, list };
  }
  return undefined;
}

/**
 * From anywhere to the entries of a type, those that a page asks for. Which they are, and in what order, says the query of the
 * list that they stand in.
 */
export const entriesStep = defineStep({
  schema: z.strictObject({
    kind: z.literal('entries'),
    type: z.string().max(60),
    /** The name of the list; null where it is only asked what stands in it. */
    list: z.string().max(60).nullable(),
  }),
  take({ type: id }, _at, _last, { model, presented = false }) {
    // Whatever is compared stands on ways that the database follows from entry to entry.
    if (!presented) return { kind: 'refused', problem: say`Only pages go through all entries of a type.` };
    const type = model.typeById.get(id);
    if (!type) return { kind: 'refused', problem: say`This content type does not exist.` };
    const to = { kind: 'entry', types: [type] } as const;
    return { kind: 'hop', hop: { kind: 'entries', field: null, to, many: true, rows: [], list: true } };
  },
  keys({ type: id, list }, _at, { model }) {
    const type = model.typeById.get(id);
    return [type ? keyOf(type, list) : id];
  },
  labels: ({ type }, _at, { model }) => [
    model.typeById.get(type)?.contentType.plural ?? say`a removed content type`,
  ],
});
