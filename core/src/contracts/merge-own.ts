import { ownProperties, type Own, type OwnProperty } from './studio/revisions';

/** What an entry has beside its values, after a merge. */
export interface MergedOwn {
  /** Theirs with mine put in; where both changed something, mine. */
  readonly own: Own;
  readonly conflicts: readonly OwnProperty[];
}

/**
 * Merges what two people changed of an entry beside its values: its title, its slug and the like.
 * @param base what both started from
 * @returns the merged properties, and those that both changed differently
 * @see https://en.wikipedia.org/wiki/Merge_(version_control)#Three-way_merge
 * @example mergeOwn(base, { ...base, title: 'Larch House' }, { ...base, slug: 'larch' }).own // => both changes
 */
export function mergeOwn(base: Own, mine: Own, theirs: Own): MergedOwn {
  const merged = <Name extends OwnProperty>(name: Name): Own[Name] =>
    base[name] === mine[name] ? theirs[name] : mine[name];
  const own = {
    title: merged('title'),
    slug: merged('slug'),
    status: merged('status'),
    parent: merged('parent'),
    template: merged('template'),
  };
  const conflicts = ownProperties.filter(
    (name) => base[name] !== mine[name] && base[name] !== theirs[name] && mine[name] !== theirs[name],
  );
  return { own, conflicts };
}
