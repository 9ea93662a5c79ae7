import { say } from '../locale/say';
/** What a property that every entry has is made of. */
export type PropertyHolds = 'id' | 'key' | 'text' | 'address' | 'moment';

interface EntryPropertyPlan {
  readonly label: string;
  readonly holds: PropertyHolds;
  /** Whether pages can show it. */
  readonly shown: boolean;
}

/**
 * The properties that every delivered entry has beside its fields, in the order of answers. Keys that are reserved, JSON Schema,
 * GraphQL, filters, bindings and presenting are all made from this list.
 */
export const entryProperties = {
  id: { label: say`Id`, holds: 'id', shown: false },
  type: { label: say`Type`, holds: 'key', shown: false },
  slug: { label: say`Slug`, holds: 'text', shown: true },
  title: { label: say`Title`, holds: 'text', shown: true },
  url: { label: say`Page address`, holds: 'address', shown: true },
  published_at: { label: say`Published`, holds: 'moment', shown: true },
  updated_at: { label: say`Updated`, holds: 'moment', shown: true },
} as const satisfies Readonly<Record<string, EntryPropertyPlan>>;

export type EntryProperty = keyof typeof entryProperties;

/** The properties for which something is so. */
type With<Trait extends 'shown'> = {
  [Property in EntryProperty]: (typeof entryProperties)[Property][Trait] extends true ? Property : never;
}[EntryProperty];

export type EntryPath = With<'shown'>;

const named = Object.keys(entryProperties) as readonly EntryProperty[];

/** The names of all properties. */
export const entryPropertyNames = named;

const isShown = (name: EntryProperty): name is EntryPath => entryProperties[name].shown;

const titleFirst = (a: EntryProperty, b: EntryProperty): number =>
  Number(b === 'title') - Number(a === 'title');

/** The properties that pages show, in the order in which they are offered. */
export const entryPaths = named.filter(isShown).sort(titleFirst);
