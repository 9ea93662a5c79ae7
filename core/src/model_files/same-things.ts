import type { JsonValue } from '../json';
import { isJsonList, isJsonObject } from '../json';
import type { Field, ModelDocument } from '../model/document';
import { allFields } from '../model/tree';
import { fileKinds, type FiledParts } from './kinds';
import type { Manifest } from './manifest';

/** Ids of the files, and what has them in the workspace. */
export type SameThings = ReadonlyMap<string, string>;

interface Keyed {
  readonly id: string;
  readonly key: string;
}

/** Finds, for things of files, those of the workspace that are the same under another id. */
class Matching {
  readonly same = new Map<string, string>();

  constructor(
    private readonly known: ReadonlySet<string>,
    private readonly claimed: ReadonlySet<string>,
    private readonly matches: Manifest['matches'],
  ) {}

  /** The thing that has its key, or the key that is said; none where the file means another by its id. */
  private counterpart<Thing extends Keyed>(
    address: string,
    { id, key }: Keyed,
    there: readonly Thing[],
  ): Thing | undefined {
    if (this.known.has(id)) return there.find((each) => each.id === id);
    const wanted = this.matches[address] ?? key;
    const found = there.find((each) => each.key === wanted && !this.claimed.has(each.id));
    if (found) this.same.set(id, found.id);
    return found;
  }

  things<Thing extends Keyed>(
    folder: string,
    own: readonly Thing[],
    there: readonly Thing[],
  ): readonly (readonly [string, Thing, Thing])[] {
    return own.flatMap((thing) => {
      const address = `${folder}/${thing.key}`;
      const found = this.counterpart(address, thing, there);
      return found ? [[address, thing, found] as const] : [];
    });
  }

  fields(address: string, own: readonly Field[], there: readonly Field[]): void {
    for (const field of own) {
      const path = `${address}/${field.key}`;
      const found = this.counterpart(path, field, there);
      if (found) this.fields(path, field.fields, found.fields);
    }
  }
}

const idsOf = ({ contentTypes, taxonomies, groups }: ModelDocument): readonly string[] =>
  [...contentTypes, ...taxonomies, ...groups, ...groups.flatMap(allFields)].map(({ id }) => id);

/**
 * Finds what things of files are in a workspace that gave them other ids: by what is said of them, else by their keys. What has its id
 * there is itself, whatever its key.
 */
export function sameThings(parts: FiledParts, { matches }: Manifest, document: ModelDocument): SameThings {
  const groups = [...parts.fieldGroups, ...parts.sharedSets];
  const own = idsOf({ ...document, contentTypes: parts.contentTypes, taxonomies: parts.taxonomies, groups });
  const matching = new Matching(new Set(idsOf(document)), new Set(own), matches);
  matching.things(fileKinds.contentTypes.folder, parts.contentTypes, document.contentTypes);
  matching.things(fileKinds.taxonomies.folder, parts.taxonomies, document.taxonomies);
  const [sets, others] = [true, false].map((isSet) =>
    document.groups.filter(({ shared }) => shared === isSet),
  );
  for (const [address, mine, theirs] of [
    ...matching.things(fileKinds.sharedSets.folder, parts.sharedSets, sets ?? []),
    ...matching.things(fileKinds.fieldGroups.folder, parts.fieldGroups, others ?? []),
  ])
    matching.fields(address, mine.fields, theirs.fields);
  return matching.same;
}

/** Ids stand alone, in paths, and in ids of fields that came with a shared set. */
const ID_IN_TEXT = /\b[a-z]_[a-z0-9]+(?:_[a-z0-9]+)*(?:__[a-z0-9_]+)?/g;

const renamed = (text: string, same: SameThings): string =>
  text.replace(ID_IN_TEXT, (id) => {
    const whole = same.get(id);
    return (
      whole ??
      id
        .split('__')
        .map((part) => same.get(part) ?? part)
        .join('__')
    );
  });

function renamedIn(value: JsonValue, same: SameThings): JsonValue {
  if (typeof value === 'string') return renamed(value, same);
  if (isJsonList(value)) return value.map((item) => renamedIn(item, same));
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, member]) => [renamed(key, same), renamedIn(member, same)]),
  );
}

/**
 * Writes parts of files with the ids that a workspace has for the same things, wherever they are named.
 * @throws TypeError where what was read would not be read any more, which no renaming does
 */
export function withSameIds(parts: FiledParts, same: SameThings): FiledParts {
  if (same.size === 0) return parts;
  const renamedThing = <Thing extends object>(thing: Thing): Thing =>
    JSON.parse(JSON.stringify(renamedIn(JSON.parse(JSON.stringify(thing)), same)));
  return {
    contentTypes: parts.contentTypes.map(renamedThing),
    taxonomies: parts.taxonomies.map(renamedThing),
    fieldGroups: parts.fieldGroups.map(renamedThing),
    sharedSets: parts.sharedSets.map(renamedThing),
    templates: parts.templates.map(renamedThing),
    savedQueries: parts.savedQueries.map(renamedThing),
  };
}
