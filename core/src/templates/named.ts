import type { ReferenceKind } from '../fields/reference';
import { properties, type PropertyPlan } from '../paths/properties';
import { LINK_FORMAT } from './formats';

/** What names a thing of each kind: one of its properties. */
export const nameOfThing = {
  entry: 'title',
  term: 'label',
  person: 'name',
  medium: 'alt',
} as const satisfies Readonly<Record<ReferenceKind, string>>;

/**
 * The format of the names of things: with a link where they have a page.
 * @example nameFormat('term') // => 'link'
 */
export function nameFormat(kind: ReferenceKind): string | null {
  const plans: Readonly<Record<string, PropertyPlan>> = properties[kind];
  return plans[nameOfThing[kind]]?.linked === true ? LINK_FORMAT : null;
}
