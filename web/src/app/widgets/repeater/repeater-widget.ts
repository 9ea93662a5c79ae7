import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { NgTemplateOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import type { Scope } from '@tovlet/core/conditions/scope';
import { rowsOf, type Row } from '@tovlet/core/fields/repeater/row';
import { newId } from '@tovlet/core/ids';
import type { JsonValue } from '@tovlet/core/json';
import { issueMessage } from '@tovlet/core/messages/en';
import { duplicateRow } from '@tovlet/core/values/changes';
import { defaultValues } from '@tovlet/core/values/defaults';
import { FieldBox } from '../../features/content/field-box';
import { FormStore } from '../../features/content/form-store';
import { Notices } from '../../shared/notices';
import { RepeaterRow } from './repeater-row';
import { Widget } from '../widget';

const ROW_HEIGHT = 42;
/** From this many rows on only those in sight are drawn. */
const VIRTUAL_FROM = 40;
/** Rows with more fields than this, or with large ones, are cards that fold. */
const GRID_FIELDS = 5;

/** Rows of a repeater: a grid when rows are short, folding cards when they are long. */
@Component({
  selector: 'tov-repeater-widget',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    CdkVirtualScrollViewport,
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    NgTemplateOutlet,
    MatIcon,
    RepeaterRow,
    FieldBox,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './repeater-widget.html',
  styleUrl: './repeater-widget.scss',
})
export class RepeaterWidget extends Widget {
  protected readonly store = inject(FormStore);
  private readonly notices = inject(Notices);
  private readonly announcer = inject(LiveAnnouncer);
  private readonly injector = inject(Injector);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly viewport = viewChild(CdkVirtualScrollViewport);
  protected readonly rowHeight = ROW_HEIGHT;
  protected readonly opened = signal<string | null>(null);

  protected readonly rows = computed(() => rowsOf(this.value()));
  protected readonly grid = computed(() => {
    const { children } = this.field();
    return (
      children.length <= GRID_FIELDS && children.every(({ type }) => type.kind !== 'long_text' && !type.rows)
    );
  });
  protected readonly virtual = computed(() => this.rows().length >= VIRTUAL_FROM);
  /** In a long list all lines are of one height, so the open card stands below them. */
  protected readonly openedBelow = computed(() => {
    const index = this.grid() ? -1 : this.rows().findIndex(({ id }) => id === this.opened());
    const row = this.rows()[index];
    return row ? { row, index } : null;
  });
  protected readonly cells = computed(() => `repeat(${this.field().children.length}, minmax(0, 1fr))`);
  protected readonly columns = computed(
    () => `28px 30px repeat(${this.field().children.length}, minmax(0, 1fr)) 92px`,
  );
  protected readonly full = computed(() => this.rows().length >= (this.number('maxRows') ?? Infinity));
  private readonly scopes = computed<readonly Scope[]>(() => this.store.scope()?.rows(this.field().id) ?? []);

  protected readonly rowIssues = computed(() => {
    if (!this.store.attempted()) return [];
    return this.store
      .issues()
      .filter(({ path }) => path[0] === this.field().id && path.length > 1)
      .slice(0, 8)
      .map(({ issue, label, path }) => ({ row: Number(path[1]), message: issueMessage(issue, label) }));
  });
  protected readonly wrongRows = computed(() => new Set(this.rowIssues().map(({ row }) => row)));

  constructor() {
    super();
    // A jump from the summary of errors may lead into a row that is folded or out of sight.
    effect(() => {
      const [repeater, index] = this.store.revealed() ?? [];
      if (repeater !== untracked(() => this.field().id) || typeof index !== 'number') return;
      untracked(() => this.reveal(index));
    });
  }

  private reveal(index: number): void {
    this.opened.set(this.rows()[index]?.id ?? null);
    this.viewport()?.scrollToIndex(Math.max(0, index - 2));
  }

  protected readonly rowId = (_index: number, row: Row): string => row.id;
  protected gripId = (row: Row): string => `${this.inputId()}-${row.id}`;

  protected scopeAt(index: number): Scope | undefined {
    return this.scopes()[index];
  }

  protected rowLabel(row: Row, index: number): string {
    const wanted = this.setting('rowLabel');
    const { children } = this.field();
    const named = children.find(({ id }) => id === wanted) ?? children[0];
    const value: JsonValue = named ? (row.values[named.id] ?? null) : null;
    return value === null || typeof value === 'object' ? `Row ${index + 1}` : String(value);
  }

  protected insert(index: number): void {
    const row: Row = { id: newId('r'), values: defaultValues(this.field().children) };
    this.store.change({ kind: 'insert_row', repeater: this.field().id, index, row });
    this.opened.set(row.id);
    this.focusRow(index);
  }

  protected duplicate(row: Row, index: number): void {
    this.store.change({
      kind: 'insert_row',
      repeater: this.field().id,
      index: index + 1,
      row: duplicateRow(row),
    });
    this.focusRow(index + 1);
  }

  protected remove(row: Row, index: number): void {
    const repeater = this.field().id;
    this.store.change({ kind: 'remove_row', repeater, row: row.id });
    this.notices.sayWithUndo(`Row ${index + 1} of ${this.field().label} was deleted.`, () =>
      this.store.change({ kind: 'insert_row', repeater, index, row }),
    );
  }

  protected drop({ previousIndex, currentIndex, item }: CdkDragDrop<unknown>): void {
    // A long list draws only the rows in sight: places count from the first drawn one.
    const first = this.viewport()?.getRenderedRange().start ?? 0;
    const row = this.rows()[first + previousIndex];
    if (row && item && previousIndex !== currentIndex) this.move(row, first + currentIndex);
  }

  protected moveByKey(event: KeyboardEvent, row: Row, index: number): void {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const target = index + (step ?? 0);
    if (!event.altKey || step === undefined || target < 0 || target >= this.rows().length) return;
    event.preventDefault();
    this.move(row, target);
    void this.announcer.announce(`Row moved to place ${target + 1} of ${this.rows().length}`);
    afterNextRender(() => document.getElementById(this.gripId(row))?.focus(), { injector: this.injector });
  }

  protected jump(row: number): void {
    if (Number.isInteger(row) && row >= 1 && row <= this.rows().length) this.focusRow(row - 1);
  }

  private move(row: Row, index: number): void {
    this.store.change({ kind: 'move_row', repeater: this.field().id, row: row.id, index });
  }

  /** Puts the cursor into the first field of a row once it is drawn. */
  private focusRow(index: number): void {
    afterNextRender(
      () => {
        this.viewport()?.scrollToIndex(Math.max(0, index - 2));
        setTimeout(() => {
          const id = this.rows()[index]?.id;
          const grip = id
            ? this.element.nativeElement.querySelector(`#${CSS.escape(`${this.inputId()}-${id}`)}`)
            : null;
          const line = grip?.closest('.row');
          const target =
            line?.querySelector<HTMLElement>('.cells input, .cells select, .cells button') ??
            this.element.nativeElement.querySelector<HTMLElement>(
              '.card input, .card select, .card textarea, .card button',
            );
          target?.focus();
        }, 60);
      },
      { injector: this.injector },
    );
  }
}
