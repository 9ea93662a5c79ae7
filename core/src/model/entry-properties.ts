import { say } from '../locale/say';
/** What a property that every entry has is made of. */
export type PropertyHolds = 'id' | 'key' | 'text' | 'address' | 'moment';

interface EntryPropertyPlan {
  readonly label: string;
  readonly holds: PropertyHolds;
}

/**
 * The properties that every delivered entry has beside its fields, in the order of answers. Keys that are reserved, JSON Schema,
 * GraphQL, filters, bindings and presenting are all made from this list.
 */
export const entryProperties = {
  id: { label: say`Id`, holds: 'id' },
  type: { label: say`Type`, holds: 'key' },
  slug: { label: say`Slug`, holds: 'text' },
  title: { label: say`Title`, holds: 'text' },
  url: { label: say`Page address`, holds: 'address' },
  published_at: { label: say`Published`, holds: 'moment' },
  updated_at: { label: say`Updated`, holds: 'moment' },
} as const satisfies Readonly<Record<string, EntryPropertyPlan>>;

export type EntryProperty = keyof typeof entryProperties;

const named = Object.keys(entryProperties) as readonly EntryProperty[];

/** The names of all properties. */
export const entryPropertyNames = named;
