import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  CdkFixedSizeVirtualScroll,
  CdkVirtualForOf,
  CdkVirtualScrollableElement,
  CdkVirtualScrollViewport,
} from '@angular/cdk/scrolling';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { FillAnswer } from '@tovlet/core/contracts/studio';
import type { FieldGroup } from '@tovlet/core/model/document';
import { ModelStore } from '../../../../shell/model-store';
import { AddLine } from './add-line';
import { ColumnsMenu } from './columns-menu';
import { SelectionBar } from './selection-bar';
import { SheetActions } from './sheet-actions';
import { leastWidthOf, tracksOf } from './sheet-columns';
import { SheetEdits } from './sheet-edits';
import { SheetFocus } from './sheet-focus';
import { isControl, SheetKeyboard } from './sheet-keyboard';
import { SheetLine } from './sheet-line';
import { destinationAt, type FieldRow, type SheetRow } from './sheet-rows';
import { SheetState } from './sheet-state';

/** Pixels of a line; style sheets say the same. */
const LINE = 34;
/** Pixels of lines that are drawn beyond what is seen. */
const BEYOND = 1020;

/**
 * The editing grid of a field group: a line per field, the last one adds. One tab stop leads in; only lines that are seen
 * are drawn.
 * @see https://www.w3.org/WAI/ARIA/apg/patterns/treegrid/
 */
@Component({
  selector: 'tov-sheet',
  imports: [
    AddLine,
    CdkDrag,
    CdkDropList,
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollableElement,
    CdkVirtualScrollViewport,
    ColumnsMenu,
    SelectionBar,
    SheetLine,
  ],
  providers: [SheetActions, SheetEdits, SheetFocus, SheetKeyboard, SheetState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.html',
  styleUrl: './sheet.scss',
})
export class Sheet {
  readonly group = input.required<FieldGroup>();
  readonly selected = input<string | null>(null);
  readonly canEdit = input(true);
  readonly fill = input<FillAnswer>({ entries: 0, fields: {} });
  readonly choose = output<string>();

  protected readonly state = inject(SheetState);
  protected readonly actions = inject(SheetActions);
  protected readonly keyboard = inject(SheetKeyboard);
  private readonly edits = inject(SheetEdits);
  private readonly focus = inject(SheetFocus);
  private readonly grid = viewChild.required<ElementRef<HTMLElement>>('grid');
  private readonly viewport = viewChild.required(CdkVirtualScrollViewport);
  protected readonly line = LINE;
  protected readonly dragging = signal(false);
  /** While a line is dragged all are drawn, for it may go anywhere. */
  protected readonly beyond = computed(() => (this.dragging() ? this.state.rows().length * LINE : BEYOND));
  protected readonly tracks = computed(() => tracksOf(this.state.columns()));
  protected readonly leastWidth = computed(() => leastWidthOf(this.state.columns()));
  protected readonly trackRow = (_index: number, row: SheetRow): string => row.id;

  constructor() {
    effect(() => this.state.canEdit.set(this.canEdit()));
    effect(() => this.takeGroup(this.group()));
    effect(() => this.takeShown(this.selected()));
    this.state.wanted.pipe(takeUntilDestroyed()).subscribe((field) => this.choose.emit(field));
    inject(ModelStore)
      .takenBack.pipe(takeUntilDestroyed())
      .subscribe((fields) => this.showAgain(fields));
    this.focus.scrollBy((index) => this.viewport().scrollToIndex(index));
    this.followSize(inject(DestroyRef));
    effect((cleanup) => {
      const drawn = this.viewport().renderedRangeStream.subscribe((range) => this.followRange(range));
      cleanup(() => drawn.unsubscribe());
    });
  }

  private takeGroup(group: FieldGroup): void {
    const before = untracked(this.state.group);
    if (before && before.id !== group.id) this.state.leave();
    this.edits.of(group.id);
    this.state.group.set(group);
  }

  private takeShown(field: string | null): void {
    this.state.shown.set(field);
    if (field === null || untracked(this.state.at)?.row === field) return;
    this.state.at.set({ row: field, column: 'label' });
    this.focus.show(field);
  }

  /** Fits columns and drawn lines to the room. */
  private followSize(destroyed: DestroyRef): void {
    afterNextRender(() => {
      const grid = this.grid().nativeElement;
      const scroller = grid.parentElement;
      const observer = new ResizeObserver(() => {
        this.state.width.set(scroller?.clientWidth ?? Infinity);
        this.viewport().checkViewportSize();
      });
      for (const element of [grid, scroller]) if (element) observer.observe(element);
      destroyed.onDestroy(() => observer.disconnect());
    });
  }

  /** Keeps the focus in the grid when its line is drawn no more. */
  private followRange(range: { readonly start: number; readonly end: number }): void {
    this.state.drawn.set(range);
    const cell = this.focus.cellOf(document.activeElement);
    if (cell && !this.state.isDrawn(cell.row, range)) this.grid().nativeElement.focus();
  }

  protected isSelected(id: string): boolean {
    const { selection } = this.state;
    return selection.ids().length > 0 ? selection.has(id) : this.selected() === id;
  }

  protected added(id: string): void {
    this.choose.emit(id);
    this.focus.show(id);
  }

  protected focusIn({ target }: FocusEvent): void {
    const cell = this.focus.cellOf(target);
    if (!cell) return;
    this.state.at.set(cell);
    if (this.state.rowOf(cell.row)?.kind === 'field') this.state.pass(cell.row);
  }

  /** A click with Shift or Ctrl chooses fields; any other ends that. */
  protected mouseDown(event: MouseEvent): void {
    const cell = this.focus.cellOf(event.target);
    const row = cell && this.state.rowOf(cell.row);
    if (row?.kind !== 'field') return;
    if (event.shiftKey || event.ctrlKey || event.metaKey) {
      // The text between two clicks is not meant.
      event.preventDefault();
      this.actions.selectByMouse(row, event.shiftKey);
      this.focus.to({ row: row.id, column: cell?.column ?? 'label' });
      return;
    }
    if (!this.state.selection.has(row.id)) this.state.selection.clear();
    this.state.pass(row.id);
    this.state.stay();
  }

  protected keyDown(event: KeyboardEvent): void {
    if (event.target === this.grid().nativeElement) this.keyboard.back(event);
    else this.keyboard.press(event);
  }

  /** What is pasted into a cell that is not edited stands behind the field. */
  protected paste(event: ClipboardEvent): void {
    const cell = this.focus.cellOf(event.target);
    if (!cell || !this.canEdit() || isControl(event.target)) return;
    if (this.actions.paste(event.clipboardData?.getData('text') ?? '', cell)) event.preventDefault();
  }

  /** What was taken back is where the person looks next. */
  private showAgain(fields: readonly string[]): void {
    const back = fields.find((id) => this.edits.placeOf(id) !== null);
    if (back !== undefined) this.focus.to({ row: back, column: 'label' });
  }

  protected drop({ item, currentIndex, previousIndex }: CdkDragDrop<unknown, unknown, FieldRow>): void {
    const moved = item.data.id;
    const under = new Set(this.state.withWhatIsUnder(moved).flatMap((id) => [id, `add-${id}`]));
    const rows = this.state.rows();
    const others = rows.filter(({ id }) => !under.has(id));
    const end = this.state.drawn().start + currentIndex + (currentIndex > previousIndex ? 1 : 0);
    const above = new Set(rows.slice(0, end));
    const { parent, index } = destinationAt(others, others.filter((row) => above.has(row)).length);
    this.edits.moveTo(moved, parent, index);
  }
}
