import { relation } from '@tovlet/core/fields/relation/relation';
import {
  CdkDrag,
  CdkDragHandle,
  CdkDropList,
  type CdkDragDrop,
  moveItemInArray,
} from '@angular/cdk/drag-drop';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { isJsonList } from '@tovlet/core/json';
import { firstValueFrom } from 'rxjs';
import { ModelStore } from '../../shell/model-store';
import { fetched } from '../../fetching/fetched';
import { SearchState } from '../../fetching/search-state';
import { searched } from '../../fetching/searched';
import { Widget } from '../../forms/widget';

interface Found {
  readonly id: string;
  readonly title: string;
  readonly typeId: string;
  readonly status: string;
}
interface Titled {
  readonly id: string;
  readonly title: string;
  readonly type: string;
  readonly status: string;
}

/** Entries of given types, in an order that can be changed. */
@Component({
  selector: 'tov-relation-widget',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIcon, RouterLink, SearchState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './relation-widget.html',
  styleUrl: './relation-widget.scss',
})
export class RelationWidget extends Widget {
  protected readonly settings = computed(() => relation.read(this.field().field.settings));
  private readonly http = inject(HttpClient);
  private readonly model = inject(ModelStore);
  private readonly announcer = inject(LiveAnnouncer);
  protected readonly query = signal('');
  protected readonly focused = signal(false);
  protected readonly active = signal(0);

  protected readonly several = computed(() => this.field().type.list);
  protected readonly ids = computed<readonly string[]>(() => {
    const value = this.value();
    const ids = isJsonList(value) ? value : [value];
    return ids.filter((id) => typeof id === 'string' && id !== '').map(String);
  });
  private readonly types = computed(() => this.settings().types);
  protected readonly full = computed(() =>
    this.several() ? this.ids().length >= (this.field().field.many?.max ?? 500) : this.ids().length > 0,
  );
  protected readonly search = searched({
    request: () => (this.focused() ? { q: this.query().trim(), types: this.types().join(',') } : undefined),
    find: (params) =>
      firstValueFrom(this.http.get<readonly Found[]>('/api/studio/entries/search', { params })),
  });
  protected readonly found = computed(() => {
    const chosen = new Set(this.ids());
    return this.search.found().filter(({ id }) => !chosen.has(id));
  });
  protected readonly wanted = computed(() => {
    const names = this.types().map(
      (id) => this.model.compiled().typeById.get(id)?.contentType.plural.toLowerCase() ?? 'removed type',
    );
    return names.length === 0 ? 'entries' : names.join(' or ');
  });
  protected readonly titles = fetched({
    request: () => this.ids().join(',') || undefined,
    fetch: async (ids) => {
      const answer = this.http.get<readonly Titled[]>('/api/studio/entries/titles', { params: { ids } });
      const titles = await firstValueFrom(answer);
      return new Map(titles.map((each) => [each.id, each]));
    },
  });
  /** What is said in the place of a title that is not there, or not yet. */
  protected readonly untitled = computed(() => {
    if (this.titles.state() === 'failed') return 'Its title cannot be shown at the moment';
    return this.titles.value() && !this.titles.isAsking() ? 'An entry that was deleted' : '…';
  });

  constructor() {
    super();
    effect(() => {
      this.search.value();
      this.active.set(0);
    });
  }

  protected typeName(id: string): string {
    return this.model.compiled().typeById.get(id)?.contentType.singular ?? '';
  }

  protected keyOf(id: string): string {
    return this.model.compiled().typeById.get(id)?.contentType.key ?? '';
  }

  protected add(id: string): void {
    this.query.set('');
    this.set(this.several() ? [...this.ids(), id] : [id]);
  }

  protected remove(id: string): void {
    this.set(this.ids().filter((each) => each !== id));
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const ids = [...this.ids()];
    moveItemInArray(ids, previousIndex, currentIndex);
    this.set(ids);
  }

  protected moveByKey(event: KeyboardEvent, index: number): void {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const target = index + (step ?? 0);
    if (!event.altKey || step === undefined || target < 0 || target >= this.ids().length) return;
    event.preventDefault();
    const ids = [...this.ids()];
    const [id = ''] = ids.slice(index);
    moveItemInArray(ids, index, target);
    this.set(ids);
    void this.announcer.announce(`Moved to place ${target + 1} of ${ids.length}`);
    setTimeout(() => document.getElementById(this.gripId(id))?.focus());
  }

  /** @see https://www.w3.org/WAI/ARIA/apg/patterns/combobox/ */
  protected chooseByKey(event: KeyboardEvent): void {
    const found = this.found();
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step !== undefined && found.length > 0) {
      event.preventDefault();
      this.active.update((active) => (active + step + found.length) % found.length);
    }
    const chosen = found[this.active()];
    if (event.key === 'Enter' && chosen) {
      event.preventDefault();
      this.add(chosen.id);
    }
    if (event.key === 'Escape') this.query.set('');
  }

  protected gripId = (id: string): string => `${this.inputId()}-${id}`;

  private set(ids: readonly string[]): void {
    const value = this.several() ? (ids.length > 0 ? ids : null) : (ids[0] ?? null);
    this.commit()(value);
  }
}
