import { say } from '../locale/say';
import { listFunctions, type ListFunction } from '../paths/functions';
import type { FoundPath } from './found-path';

/** The format of a name that is shown as a link to what it names. */
export const LINK_FORMAT = 'link';

/** A way to show a value. */
export interface ShownFormat {
  readonly kind: string;
  readonly label: string;
}

const linked: readonly ShownFormat[] = [
  { kind: 'text', label: say`Words alone` },
  { kind: LINK_FORMAT, label: say`With a link` },
];

/** Formats that say what several values come to begin so. */
const OF_LISTS = 'list_';

/**
 * Finds what several values come to in a format.
 * @returns null for formats that show each of them
 * @example functionOf('list_size')?.label // => 'How many'
 */
export const functionOf = (format: string | null): ListFunction | null =>
  listFunctions.find(({ name }) => format === OF_LISTS + name) ?? null;

/** Whether a path may lead to several values: on its way, or in the list that stands at its end. */
export const isSeveral = ({ many, field }: Pick<FoundPath, 'many' | 'field'>): boolean =>
  many || (field !== null && (field.type.rows || field.behaviour.emptyPresented !== null));

/** What several values can come to: of rows that they are counted, of numbers more than of others. */
function functionsFor(found: Pick<FoundPath, 'many' | 'field'>): readonly ShownFormat[] {
  if (!isSeveral(found)) return [];
  const { field } = found;
  const isNumber = field?.type.kind === 'number';
  return listFunctions
    .filter(
      ({ numbers, gives }) =>
        (isNumber || !numbers) && ((field?.type.holds ?? null) === null || gives === 'number'),
    )
    .map(({ name, label }) => ({ kind: OF_LISTS + name, label }));
}

/** The usual way to show things themselves, and properties that have but one. */
const plain: readonly ShownFormat[] = [{ kind: 'text', label: say`All of them` }];

/**
 * Lists the ways in which a value can be shown, the usual one first.
 * @example formatsOf(title).map(({ kind }) => kind) // => ['text', 'link']
 */
export function formatsOf(found: Pick<FoundPath, 'field' | 'property' | 'many'>): readonly ShownFormat[] {
  const { field, property } = found;
  const own = field?.type.formats ?? (property?.linked === true ? linked : plain);
  return [...own, ...functionsFor(found)];
}
