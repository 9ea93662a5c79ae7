import { Said } from '../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { relation } from '@tovlet/core/fields/relation/relation';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { isJsonList } from '@tovlet/core/json';
import { ModelStore } from '../../shell/model-store';
import { fetched } from '../../fetching/fetched';
import { EntriesFound } from '../../pickers/entry/entries-found';
import { EntryFinder, type NewEntry } from '../../pickers/entry/entry-finder';
import { Notices } from '../../shared/notices';
import { SessionStore } from '../../shell/session-store';
import { FormStore } from '../../forms/form-store';
import { CREATES_IN_PLACE } from '../../forms/creates-in-place';
import { Reorder, reordered } from '../../shared/reorder';
import { Widget } from '../../forms/widget';

/** Entries of given types, in an order that can be changed. */
@Component({
  selector: 'tov-relation-widget',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, EntryFinder, ICON_BUTTON, MatIcon, RouterLink, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './relation-widget.html',
  styleUrl: './relation-widget.scss',
})
export class RelationWidget extends Widget {
  protected readonly settings = computed(() => relation.read(this.field().field.settings));
  private readonly entries = inject(EntriesFound);
  private readonly model = inject(ModelStore);
  private readonly reorder = inject(Reorder);
  private readonly form = inject(FormStore);
  private readonly notices = inject(Notices);
  protected readonly session = inject(SessionStore);
  protected readonly creates = inject(CREATES_IN_PLACE, { optional: true }) ?? false;

  protected readonly several = computed(() => this.field().type.list);
  protected readonly ids = computed<readonly string[]>(() => {
    const value = this.value();
    const ids = isJsonList(value) ? value : [value];
    return ids.filter((id) => typeof id === 'string' && id !== '').map(String);
  });
  protected readonly full = computed(() =>
    this.several() ? this.ids().length >= (this.field().field.many?.max ?? 500) : this.ids().length > 0,
  );
  protected readonly titles = fetched({
    request: () => this.ids().join(',') || undefined,
    fetch: (ids) => this.entries.titles(ids),
  });
  /** What is said in the place of a title that is not there, or not yet. */
  protected readonly untitled = computed(() => {
    if (this.titles.state() === 'failed') return say`Its title cannot be shown at the moment`;
    return this.titles.value() && !this.titles.isAsking() ? say`An entry that was deleted` : '…';
  });

  protected typeName(id: string): string {
    return this.model.compiled().typeById.get(id)?.contentType.singular ?? '';
  }

  protected keyOf(id: string): string {
    return this.model.compiled().typeById.get(id)?.contentType.key ?? '';
  }

  protected add(id: string): void {
    this.set(this.several() ? [...this.ids(), id] : [id]);
  }

  private readonly entry = (): string | null => this.form.subject()?.facts.entry ?? null;

  /** Makes a draft of what is not there yet, and puts it in. */
  protected async create({ type, title }: NewEntry): Promise<void> {
    const entry = this.entry();
    try {
      const id = await this.entries.create(type, title);
      // Another entry may be open by now.
      if (this.entry() === entry) this.add(id);
      this.notices.say(say`“${title}” is a draft now. Open it from here to fill it in.`);
    } catch (error) {
      this.notices.fail(error);
    }
  }

  protected remove(id: string): void {
    this.set(this.ids().filter((each) => each !== id));
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.set(reordered(this.ids(), previousIndex, currentIndex));
  }

  protected moveByKey(event: KeyboardEvent, index: number): void {
    const ids = this.ids();
    const handle = this.gripId(ids[index] ?? '');
    const move = (to: number): void => this.set(reordered(ids, index, to));
    this.reorder.byKey(event, { index, count: ids.length, handle, move });
  }

  protected gripId = (id: string): string => `${this.inputId()}-${id}`;

  private set(ids: readonly string[]): void {
    const value = this.several() ? (ids.length > 0 ? ids : null) : (ids[0] ?? null);
    this.commit()(value);
  }
}
