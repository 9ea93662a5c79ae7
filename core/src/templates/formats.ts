import { say } from '../locale/say';
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

/**
 * Lists the ways in which a value can be shown, the usual one first.
 * @example formatsOf(title).map(({ kind }) => kind) // => ['text', 'link']
 */
export function formatsOf({
  field,
  property,
}: Pick<FoundPath, 'field' | 'property'>): readonly ShownFormat[] {
  if (field) return field.type.formats;
  return property?.linked === true ? linked : [];
}
