import { inject, Injectable, signal } from '@angular/core';
import type { CellField } from '@tovlet/core/cells/cell-fields';
import type { Grid } from '@tovlet/core/cells/grid';
import { namesIn } from '@tovlet/core/cells/read-cell';
import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term } from '@tovlet/core/fields/term/term';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { filterToText } from '@tovlet/core/queries/filter-text';
import { firstValueFrom } from 'rxjs';
import { EntriesApi } from '../../../shell/entries-api';
import { ModelStore } from '../../../shell/model-store';
import { PeopleStore } from '../../../shell/people-store';
import { TermsStore } from '../../../shell/terms-store';

/** Titles that are asked for at once, and their characters in an address: as many as it has room for. */
const AT_ONCE = 60;
const ROOM = 6_000;

/** Names that are looked for; a table with more has something else in its column. */
const MOST = 600;

const plain = (name: string): string => name.trim().toLocaleLowerCase();

/** Splits names into what is asked for at once. */
function inRequests(names: readonly string[]): readonly (readonly string[])[] {
  const requests: string[][] = [];
  let room = 0;
  for (const name of names) {
    const length = encodeURIComponent(JSON.stringify(name)).length;
    const last = requests.at(-1);
    // No title is as long as that.
    if (length > ROOM) continue;
    if (last && last.length < AT_ONCE && room >= length) last.push(name);
    else {
      requests.push([name]);
      room = ROOM;
    }
    room -= length;
  }
  return requests;
}

/** Finds what cells refer to by its name: entries by their titles, terms, people. Two of one name are told by none. */
@Injectable()
export class CellNames {
  private readonly entries = inject(EntriesApi);
  private readonly model = inject(ModelStore);
  private readonly people = inject(PeopleStore);
  private readonly terms = inject(TermsStore);
  /** Ids of entries by type and title; null for a title that several have. */
  private readonly found = signal<ReadonlyMap<string, string | null>>(new Map());
  /** Whether names are still being looked for. */
  readonly looking = signal(false);
  /** Whether the server was not reached. */
  readonly failed = signal(false);

  constructor() {
    void this.people.start();
    void this.terms.start();
  }

  /** The id of what a field refers to by its name; follows what is found. */
  idOf = (field: CompiledField, name: string): string | undefined => {
    switch (field.type.refersTo) {
      case 'entry':
        return this.typesOf(field)
          .map((type) => this.found().get(`${type} ${plain(name)}`))
          .find((id) => typeof id === 'string');
      case 'term':
        return this.only(
          this.terms.all().filter(({ taxonomy }) => taxonomy === settingsOf(term, field.field)?.taxonomy),
          ({ label }) => label,
          name,
        );
      case 'person':
        return this.only(this.people.all(), (person) => person.name, name);
      default:
        return undefined;
    }
  };

  /** Looks for the entries that the cells of some columns name. */
  async find(grid: Grid, columns: readonly (readonly [number, CellField])[]): Promise<void> {
    const wanted = new Map<string, Set<string>>();
    for (const [column, { field }] of columns) {
      if (field.type.refersTo !== 'entry') continue;
      const names = grid.flatMap((line) => namesIn(field, line[column] ?? ''));
      for (const type of this.typesOf(field)) {
        const known = [...names].filter((name) => !this.found().has(`${type} ${plain(name)}`));
        wanted.set(type, new Set([...(wanted.get(type) ?? []), ...known]));
      }
    }
    this.looking.set(true);
    this.failed.set(false);
    try {
      for (const [type, names] of wanted) await this.findTitles(type, [...names].slice(0, MOST));
    } catch {
      this.failed.set(true);
    } finally {
      this.looking.set(false);
    }
  }

  private async findTitles(type: string, names: readonly string[]): Promise<void> {
    for (const some of inRequests(names)) {
      const filter = filterToText({
        kind: 'path',
        path: [{ kind: 'property', property: 'title' }],
        operator: 'is_one_of',
        value: some,
      });
      const { items } = await firstValueFrom(this.entries.list({ type, filter, limit: 200 }));
      this.found.update((before) => {
        const after = new Map(before);
        for (const { id, title } of items) {
          const key = `${type} ${plain(title)}`;
          after.set(key, after.has(key) && after.get(key) !== id ? null : id);
        }
        return after;
      });
    }
  }

  private typesOf(field: CompiledField): readonly string[] {
    const types = settingsOf(relation, field.field)?.types ?? [];
    return types.length > 0 ? types : this.model.compiled().types.map(({ contentType }) => contentType.id);
  }

  private only<Thing extends { readonly id: string }>(
    things: readonly Thing[],
    nameOf: (thing: Thing) => string,
    name: string,
  ): string | undefined {
    const same = things.filter((thing) => plain(nameOf(thing)) === plain(name));
    return same.length === 1 ? same[0]?.id : undefined;
  }
}
