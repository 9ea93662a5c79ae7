import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { hasListPage } from '@tovlet/core/delivery/page-address';
import { MENU_LIMIT, type MenuItem, type MenuTarget } from '@tovlet/core/site/frame';
import { EntrySearch } from '../../../pickers/entry/entry-search';
import { Choice } from '../../../shared/choice';
import { valueFrom } from '../../../shared/event-values';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { Reorder, reordered } from '../../../shared/reorder';
import { ModelStore } from '../../../shell/model-store';
import type { FrameMistakes } from './frame-store';

/** Before the id of a type, where the list of its entries is meant. */
const LIST = 'list ';

/** What a line leads to at first. */
const NEW: Readonly<Record<string, MenuTarget>> = {
  start: { kind: 'start' },
  search: { kind: 'search' },
  entry: { kind: 'entry', entry: '' },
  address: { kind: 'address', address: 'https://' },
};

/** The lines of a menu: their words, and where they lead. */
@Component({
  selector: 'tov-menu-editor',
  imports: [Choice, EntrySearch, ICON_BUTTON, MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './menu-editor.html',
  styleUrl: './menu-editor.scss',
})
export class MenuEditor {
  private readonly model = inject(ModelStore);
  private readonly reorder = inject(Reorder);
  protected readonly valueFrom = valueFrom;
  readonly items = input.required<readonly MenuItem[]>();
  /** What the menu is called: the names of its boxes begin with it. */
  readonly name = input.required<string>();
  /** What the ids of its boxes begin with. */
  readonly ids = input.required<string>();
  readonly disabled = input(false);
  /** What does not fit, by its place in the menu: `0/to/address`. */
  readonly mistakes = input<FrameMistakes>(new Map<string, string>());
  readonly changed = output<readonly MenuItem[]>();

  private readonly types = computed(() => this.model.document().contentTypes);
  /** The types whose entries have pages. */
  protected readonly paged = computed(() =>
    this.types()
      .filter(({ features }) => features.page)
      .map(({ id }) => id),
  );
  protected readonly targets = computed(() => [
    { value: 'start', label: say`The start page` },
    { value: 'search', label: say`The search` },
    ...this.types()
      .filter(hasListPage)
      .map(({ id, plural }) => ({ value: LIST + id, label: say`The list of ${plural}` })),
    { value: 'entry', label: say`Page of an entry` },
    { value: 'address', label: say`An address` },
  ]);
  protected readonly isFull = computed(() => this.items().length >= MENU_LIMIT);

  protected targetOf({ to }: MenuItem): string {
    return to.kind === 'list' ? LIST + to.type : to.kind;
  }

  /** What a line is called where it has no words of its own. The site says some of them in its own language. */
  protected usual({ to }: MenuItem): string {
    const type = to.kind === 'list' ? this.types().find(({ id }) => id === to.type) : undefined;
    const words = { start: say`Start`, search: say`Search`, entry: say`The title of the entry` };
    if (to.kind === 'list') return type?.plural ?? '';
    return to.kind === 'address' ? to.address : words[to.kind];
  }

  protected entriesOf({ to }: MenuItem): readonly string[] {
    return to.kind === 'entry' && to.entry !== '' ? [to.entry] : [];
  }

  protected addressOf({ to }: MenuItem): string {
    return to.kind === 'address' ? to.address : '';
  }

  protected setLabel(at: number, label: string): void {
    this.set(at, { label });
  }

  protected setTarget(at: number, chosen: string | null): void {
    if (chosen === null) return;
    const isList = chosen.startsWith(LIST);
    const to = isList ? ({ kind: 'list', type: chosen.slice(LIST.length) } as const) : NEW[chosen];
    if (to) this.set(at, { to });
  }

  protected setEntry(at: number, chosen: unknown): void {
    this.set(at, { to: { kind: 'entry', entry: typeof chosen === 'string' ? chosen : '' } });
  }

  protected setAddress(at: number, address: string): void {
    this.set(at, { to: { kind: 'address', address } });
  }

  protected add(): void {
    this.changed.emit([...this.items(), { label: '', to: { kind: 'start' } }]);
  }

  protected remove(at: number): void {
    this.changed.emit(this.items().filter((_item, index) => index !== at));
  }

  protected move(from: number, to: number): void {
    this.changed.emit(reordered(this.items(), from, to));
  }

  protected key(event: KeyboardEvent, index: number): void {
    this.reorder.byKey(event, {
      index,
      count: this.items().length,
      name: say`Line`,
      handle: `${this.ids()}-line-${index + (event.key === 'ArrowUp' ? -1 : 1)}`,
      move: (to) => this.move(index, to),
    });
  }

  private set(at: number, part: Partial<MenuItem>): void {
    this.changed.emit(this.items().map((item, index) => (index === at ? { ...item, ...part } : item)));
  }
}
