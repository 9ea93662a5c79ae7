import { say } from '../locale/say';
import type { Audience } from '../access/audience';
import type { ReferenceKind } from '../fields/reference';

/** How the values of a property are put in order: as texts for readers, by code, or as moments. */
export type PropertyHolds = 'text' | 'code' | 'moment' | 'id';

export interface PropertyPlan {
  readonly label: string;
  readonly holds: PropertyHolds;
  /** Whether only people in the workbench may ask for it. */
  readonly inside?: true;
}

/** What can be asked of everything that a path may stand on, beside its fields. */
export const properties = {
  entry: {
    title: { label: say`Title`, holds: 'text' },
    slug: { label: say`Slug`, holds: 'text' },
    status: { label: say`Status`, holds: 'code', inside: true },
    published_at: { label: say`Published`, holds: 'moment' },
    updated_at: { label: say`Updated`, holds: 'moment' },
    id: { label: say`Id`, holds: 'id' },
  },
  term: {
    label: { label: say`Label`, holds: 'text' },
    slug: { label: say`Slug`, holds: 'text' },
    id: { label: say`Id`, holds: 'id' },
  },
  person: {
    name: { label: say`Name`, holds: 'text' },
    id: { label: say`Id`, holds: 'id' },
  },
  medium: {
    alt: { label: say`Alternative text`, holds: 'text' },
    id: { label: say`Id`, holds: 'id' },
  },
} as const satisfies Readonly<Record<ReferenceKind, Readonly<Record<string, PropertyPlan>>>>;

/** The properties of all kinds by their names, so that they can be asked for by a name that came in. */
const byKind: Readonly<Record<ReferenceKind, Readonly<Record<string, PropertyPlan>>>> = properties;

/**
 * Lists the properties of a kind that an audience may ask for.
 * @example [...propertiesFor('term', { kind: 'program' }).keys()] // => ['label', 'slug', 'id']
 */
export function propertiesFor(kind: ReferenceKind, audience: Audience): ReadonlyMap<string, PropertyPlan> {
  const plans = Object.entries(byKind[kind]);
  return new Map(plans.filter(([, plan]) => plan.inside !== true || audience.kind === 'person'));
}
