import type { Audience } from '@tovlet/core/access/audience';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { CompiledCondition, SortTerm } from '@tovlet/core/queries/compile';
import { sql, type SQL } from 'drizzle-orm';
import { conditionSql } from '../../db/query/condition';
import type { CountedList } from '../../db/query/facets';
import { Aliases, seenAt, type Place } from '../../db/query/place';
import { foundBySql, joinedFoundSql, type PlannedSearch } from '../../db/query/search';
import { typeTable, typeTableOf } from '../../db/type-table';
import type { Cursor } from './cursors';
import { beyond, byPath, byRank, DEFAULT_SORT, nameOfOrder, type OrderTerm } from './order';

/** What tells which entries stand in a list, and in which order. */
export interface ListedBy {
  readonly condition: CompiledCondition;
  readonly sort: readonly SortTerm[];
  /** The words that they are found by; null where none are searched for. */
  readonly search: PlannedSearch | null;
  /** For whom it is made. */
  readonly reader: Audience;
}

const wordsOf = ({ forms }: PlannedSearch): readonly string[] => forms.map(({ word }) => word);

/** A list of the entries that a reader sees, as statements see it. */
export class Listing {
  readonly place: Place;
  readonly terms: readonly OrderTerm[];
  /** Tells the list from others, as far as cursors are concerned. */
  readonly name: string;
  /** What the list is put in order by, where that is how well it fits a search: then the search words have to be joined. */
  readonly ranked: PlannedSearch | null;
  private readonly names: Aliases;

  constructor(
    readonly type: CompiledType,
    private readonly by: ListedBy,
  ) {
    const { id } = type.contentType;
    this.names = new Aliases(by.reader);
    this.place = { kind: 'entry', type, alias: sql`${typeTableOf(id)}` };
    // What was searched for stands in the order in which it was found, where no other is asked for.
    this.ranked = by.sort.length === 0 ? by.search : null;
    const sort = by.sort.length > 0 ? by.sort : DEFAULT_SORT;
    this.terms = this.ranked
      ? [byRank(this.ranked)]
      : sort.map((term) => byPath(term, this.place, this.names));
    this.name = JSON.stringify([id, this.ranked ? wordsOf(this.ranked) : nameOfOrder(sort)]);
  }

  /** What the words that are searched for are found by. */
  get search(): PlannedSearch | null {
    return this.by.search;
  }

  private get seen(): SQL {
    return seenAt(this.place, this.by.reader);
  }

  /** What has to hold beside the condition. */
  private get also(): SQL {
    const { seen } = this;
    const { search } = this.by;
    return search ? sql`${seen} AND ${foundBySql(search, typeTable(this.type).common.entryId)}` : seen;
  }

  /** The list as facets count it. */
  get counted(): CountedList {
    return { place: this.place, condition: this.by.condition, names: this.names, also: this.also };
  }

  /** The entries that fit. */
  where(): SQL {
    return sql`${this.also} AND ${this.fits}`;
  }

  /** The entries of a page: those that fit, and stand beyond a cursor where there is one. */
  wherePaged(further?: SQL): SQL {
    const found = this.ranked ? sql`${this.seen} AND ${joinedFoundSql(this.ranked)}` : this.also;
    const fits = sql`${found} AND ${this.fits}`;
    return further ? sql`${fits} AND (${further})` : fits;
  }

  private get fits(): SQL {
    return conditionSql(this.by.condition, this.place, this.names);
  }

  /** The direction in which entries at the same place follow each other: that of a single term, so that its index serves both. */
  tie(backwards: boolean): SQL {
    const [only, ...more] = this.terms;
    const descending = more.length === 0 && only?.descending === true;
    return sql.raw(descending === backwards ? 'ASC' : 'DESC');
  }

  /** Everything beyond a cursor. */
  beyond([values, id]: Cursor, backwards: boolean): SQL {
    const [only, ...more] = this.terms;
    const descending = more.length === 0 && only?.descending === true;
    const than = sql.raw(descending === backwards ? '>' : '<');
    return beyond(this.terms, values, backwards, sql`${this.place.alias}.entry_id ${than} ${id}`);
  }
}
