import { say } from '../locale/say';
import type { Audience } from '../access/audience';
import { entryProperties } from '../model/entry-properties';
import type { ReferenceKind } from '../fields/reference';

/** How the values of a property are put in order: as texts for readers, by code, or as moments. */
export type PropertyHolds = 'text' | 'code' | 'moment' | 'id' | 'number';

export interface PropertyPlan {
  readonly label: string;
  readonly holds: PropertyHolds;
  /** Whether it names a thing that has an address, so that it can be shown as a link there. */
  readonly linked?: true;
  /** Whether only people in the workbench may ask for it. */
  readonly inside?: true;
  /** Whether it is made when something is presented, so that only pages and programs that read can ask for it. */
  readonly presented?: true;
}

/** What can be asked of everything that a path may stand on, beside its fields. */
export const properties = {
  entry: {
    title: { label: entryProperties.title.label, holds: 'text', linked: true },
    slug: { label: entryProperties.slug.label, holds: 'text' },
    status: { label: say`Status`, holds: 'code', inside: true },
    published_at: { label: entryProperties.published_at.label, holds: 'moment' },
    updated_at: { label: entryProperties.updated_at.label, holds: 'moment' },
    url: { label: entryProperties.url.label, holds: 'text', presented: true },
    id: { label: entryProperties.id.label, holds: 'id' },
  },
  term: {
    label: { label: say`Label`, holds: 'text', linked: true },
    slug: { label: say`Slug`, holds: 'text' },
    id: { label: say`Id`, holds: 'id' },
  },
  person: {
    name: { label: say`Name`, holds: 'text' },
    id: { label: say`Id`, holds: 'id' },
  },
  medium: {
    alt: { label: say`Alternative text`, holds: 'text' },
    url: { label: say`Address of the file`, holds: 'text', presented: true },
    width: { label: say`Width in pixels`, holds: 'number', presented: true },
    height: { label: say`Height in pixels`, holds: 'number', presented: true },
    id: { label: say`Id`, holds: 'id' },
  },
} as const satisfies Readonly<Record<ReferenceKind, Readonly<Record<string, PropertyPlan>>>>;

/** The properties of all kinds by their names, so that they can be asked for by a name that came in. */
const byKind: Readonly<Record<ReferenceKind, Readonly<Record<string, PropertyPlan>>>> = properties;

/** The names of all properties. */
export const propertyNames: ReadonlySet<string> = new Set(Object.values(byKind).flatMap(Object.keys));

/** Whether what presenting makes can be asked for as well. */
export interface PropertyUse {
  readonly presented?: boolean;
}

/**
 * Lists the properties of a kind that an audience may ask for.
 * @param use whether values are read from what is presented, or compared where they are stored
 * @example [...propertiesFor('term', { kind: 'program' }).keys()] // => ['label', 'slug', 'id']
 */
export function propertiesFor(
  kind: ReferenceKind,
  audience: Audience,
  use: PropertyUse = {},
): ReadonlyMap<string, PropertyPlan> {
  const { presented = false } = use;
  const plans = Object.entries(byKind[kind]);
  const mayAsk = ([, plan]: readonly [string, PropertyPlan]): boolean =>
    (plan.inside !== true || (audience.kind === 'person' && !presented)) &&
    (plan.presented !== true || presented);
  return new Map(plans.filter(mayAsk));
}
