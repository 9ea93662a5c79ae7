import { sureness } from '../cells/sureness';
import { keyFromLabel, KEY_PATTERN, pluralOf } from '../model/keys';
import type { PackageTable } from './package-table';

/** From so sure on, something is taken for what is there. */
export const SURE = 0.8;

/** What the titles of things are called elsewhere. */
export const TITLES = ['title', 'name', 'label', 'headline', 'subject'];
/** What tells whether something is published. */
export const STATUSES = ['status', 'state', 'published'];
export const SLUGS = ['slug', 'permalink', 'address', 'path', 'url name'];
const capital = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** Words of a name: `old_huts` is *Old huts*. */
export const wordsOf = (name: string): string => capital(name.replaceAll(/[_\-.\s]+/g, ' ').trim()) || name;

/** What a table is called, for people. */
export const titleOf = ({ name, title }: Pick<PackageTable, 'name' | 'title'>): string =>
  title || wordsOf(name);

/** The singular of what a table is called, as far as an English plural tells it. */
function singularOf(plural: string): string {
  if (/ies$/i.test(plural)) return plural.replace(/ies$/i, 'y');
  const one = plural.replace(/(?<=ss|sh|ch|x)es$|s$/i, '');
  return one === '' || /ss$/i.test(plural) ? plural : one;
}

/** The column that is called most like one of some names; null where none is. */
export function columnCalled(table: PackageTable, names: readonly string[]): string | null {
  const [best] = table.fields
    .map(({ name, title }) => ({ name, sure: Math.max(sureness(name, names), sureness(title, names)) }))
    .filter(({ sure }) => sure >= SURE)
    .toSorted((one, other) => other.sure - one.sure);
  return best?.name ?? null;
}

/** Whether the cells of a column name rows. */
export const isKeyOf = ({ foreignKeys }: PackageTable, name: string): boolean =>
  foreignKeys.some(({ column }) => column === name);

/** The column that tells people the rows apart. */
export function titleColumn(table: PackageTable): string | null {
  const called = columnCalled(table, TITLES);
  if (called !== null) return called;
  const { fields, primaryKey } = table;
  const texts = fields.filter(({ name, type }) => type === 'string' && !isKeyOf(table, name));
  const [first] = texts.filter(({ name }) => !primaryKey.includes(name));
  return first?.name ?? null;
}

/** What is called as a table is; undefined where nothing is: the beginning of a name would be that of many. */
export const knownAs = <Thing>(
  table: PackageTable,
  things: readonly Thing[],
  namesOf: (thing: Thing) => readonly string[],
): Thing | undefined =>
  things.find((thing) => [table.title, table.name].some((own) => sureness(own, namesOf(thing)) === 1));

interface Named {
  readonly key: string;
  readonly pluralKey: string;
  readonly singular: string;
  readonly plural: string;
}

/** All that a type or taxonomy is called. */
export const namesOf = ({ key, pluralKey, singular, plural }: Named): readonly string[] => [
  plural,
  singular,
  pluralKey,
  key,
];

/** Names of something that is made of a table; its own name stays the key where it can. */
export function newNames(table: PackageTable, taken: readonly string[]): Named {
  const plural = titleOf(table);
  const singular = singularOf(plural);
  const wish = singularOf(table.name);
  const key = KEY_PATTERN.test(wish) && !taken.includes(wish) ? wish : keyFromLabel(singular, taken);
  return { key, singular, plural, pluralKey: keyFromLabel(pluralOf(singular), [...taken, key]) };
}
