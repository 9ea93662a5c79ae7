import { computed, inject, Injectable, signal } from '@angular/core';
import { personWith } from '@tovlet/core/access/audience';
import type { EntryTitles } from '@tovlet/core/messages/condition-words';
import type { QueryWordsContext } from '@tovlet/core/messages/query-words';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { queryComparisons, type QueryCondition } from '@tovlet/core/queries/condition';
import { isJsonList } from '@tovlet/core/json';
import { fetched } from '../../../fetching/fetched';
import { EntriesFound } from '../../../pickers/entry/entries-found';
import { ModelStore } from '../../../shell/model-store';
import { PeopleStore } from '../../../shell/people-store';
import { SessionStore } from '../../../shell/session-store';
import { TermsStore } from '../../../shell/terms-store';

const ENTRY = /^e_/;

/** What the parts of the list know in common: which entries it is about, for whom, and what ids in its filter are called. */
@Injectable()
export class ListContext {
  private readonly model = inject(ModelStore);
  private readonly session = inject(SessionStore);
  private readonly terms = inject(TermsStore);
  private readonly people = inject(PeopleStore);
  private readonly entries = inject(EntriesFound);
  readonly type = signal<CompiledType | null>(null);
  readonly condition = signal<QueryCondition | null>(null);

  readonly from = computed<Standing>(() => {
    const type = this.type();
    return { kind: 'entry', types: type ? [type] : [] };
  });
  readonly paths = computed<PathContext>(() => ({
    model: this.model.compiled(),
    audience: personWith(this.session.person()?.role ?? 'reader'),
  }));

  private readonly ids = computed(() => {
    const condition = this.condition();
    const values = condition === null ? [] : queryComparisons(condition).map(({ value = null }) => value);
    const ids = values.flatMap((value) => (isJsonList(value) ? value : [value]));
    return [...new Set(ids.filter((id) => typeof id === 'string'))];
  });
  private readonly named = fetched({
    request: () =>
      this.ids()
        .filter((id) => ENTRY.test(id))
        .join(',') || undefined,
    fetch: (ids) => this.entries.titles(ids),
  });
  readonly titles = computed<EntryTitles>(() => {
    const [entries, terms] = [this.named.value(), this.terms.byId()];
    const people = new Map(this.people.all().map(({ id, name }) => [id, name]));
    return (id) => entries?.get(id)?.title ?? terms.get(id)?.label ?? people.get(id);
  });
  readonly words = computed<QueryWordsContext>(() => ({
    ...this.paths(),
    from: this.from(),
    titles: this.titles(),
  }));

  constructor() {
    void this.terms.start();
    void this.people.start();
  }
}
