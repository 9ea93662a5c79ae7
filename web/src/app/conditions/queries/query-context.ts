import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { personWith, type Audience } from '@tovlet/core/access/audience';
import type { QueryWordsContext } from '@tovlet/core/messages/query-words';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { queryComparisons, type QueryCondition } from '@tovlet/core/queries/condition';
import { isJsonList } from '@tovlet/core/json';
import { ThingNames } from '../../pickers/thing-names';
import { ModelStore } from '../../shell/model-store';
import { SessionStore } from '../../shell/session-store';

/** What the parts of a filter know in common: which entries it is about, for whom, and what ids in its filter are called. */
@Injectable()
export class QueryContext {
  private readonly model = inject(ModelStore);
  private readonly session = inject(SessionStore);
  private readonly names = inject(ThingNames);
  readonly type = signal<CompiledType | null>(null);
  /** For whom entries are found; null for the person who is signed in. */
  readonly audience = signal<Audience | null>(null);
  readonly condition = signal<QueryCondition | null>(null);

  readonly from = computed<Standing>(() => {
    const type = this.type();
    return { kind: 'entry', types: type ? [type] : [] };
  });
  readonly paths = computed<PathContext>(() => ({
    model: this.model.compiled(),
    audience: this.audience() ?? personWith(this.session.person()?.role ?? 'reader'),
  }));

  readonly titles = this.names.titles;
  readonly words = computed<QueryWordsContext>(() => ({
    ...this.paths(),
    from: this.from(),
    titles: this.titles(),
  }));

  constructor() {
    effect(() => {
      const condition = this.condition();
      const values = condition === null ? [] : queryComparisons(condition).map(({ value = null }) => value);
      const ids = values.flatMap((value) => (isJsonList(value) ? value : [value]));
      this.names.ids.set(ids.filter((id) => typeof id === 'string'));
    });
  }
}
