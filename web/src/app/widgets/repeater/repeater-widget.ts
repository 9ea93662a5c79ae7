import { said, say } from '@tovlet/core/locale/say';
import { maySee, mayChange, personWith } from '@tovlet/core/access/audience';
import { cellFields } from '@tovlet/core/cells/cell-fields';
import type { Grid } from '@tovlet/core/cells/grid';
import { repeater } from '@tovlet/core/fields/repeater/repeater';
import { mixedList } from '@tovlet/core/fields/mixed_list/mixed_list';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { counted } from '@tovlet/core/locale/counts';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import type { Scope } from '@tovlet/core/evaluation/scope';
import { rowsOf, type Row } from '@tovlet/core/fields/repeater/row';
import { newId } from '@tovlet/core/ids';
import { textOfHtml } from '@tovlet/core/fields/rich_text/text-of-html';
import { isJsonObject, sameJson, type JsonValue } from '@tovlet/core/json';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { IssuePath } from '@tovlet/core/issues/issue';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { duplicateRow, type ValuePlace } from '@tovlet/core/values/changes';
import { shapeOf } from '@tovlet/core/values/shape-of';
import { defaultValues } from '@tovlet/core/values/defaults';
import { FormFields } from '../../forms/form-fields';
import { FormStore } from '../../forms/form-store';
import { Focus } from '../../shared/focus';
import { Notices } from '../../shared/notices';
import { SessionStore } from '../../shell/session-store';
import { Reorder } from '../../shared/reorder';
import { ChosenRows } from './chosen-rows';
import { copiedGrid } from './paste/copied-grid';
import { RepeaterRow } from './repeater-row';
import { RowFinder, type ShownRow } from './row-finder';
import { RowTables } from './row-tables';
import { Widget } from '../../forms/widget';

const ROW_HEIGHT = 42;
/** From this many rows on only those in sight are drawn. */
const VIRTUAL_FROM = 40;
/** Rows with more fields than this, or with large ones, are cards that fold. */
const GRID_FIELDS = 5;
/** Types that need more room than a cell has. */
const LARGE: ReadonlySet<string> = new Set([
  'long_text',
  'rich_text',
  'gallery',
  'place',
  'embed',
  'section',
  'note',
  'secret',
  'code',
  'link',
]);

const fitsInCell = ({ type }: CompiledField): boolean =>
  type.holds === null && !type.list && !LARGE.has(type.kind);

/** The form of the row that is open; what is typed into it does not make it another one. */
interface CardContent {
  readonly fields: readonly CompiledField[];
  /** The id of the shape, in a mixed list. */
  readonly shape: string | null;
  readonly place: ValuePlace;
  readonly base: IssuePath;
}

const isSameCard = (one: CardContent | null, other: CardContent | null): boolean =>
  one?.fields === other?.fields && sameJson([one?.place, one?.base], [other?.place, other?.base]);

const startsWith = (path: IssuePath, start: IssuePath): boolean =>
  path.length >= start.length && start.every((step, index) => path[index] === step);

/** Rows of a repeater or mixed list: a grid when rows are short, folding cards when they are long. */
@Component({
  selector: 'tov-repeater-widget',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    FormFields,
    MatButton,
    MatIcon,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    NgTemplateOutlet,
    MatCheckbox,
    RepeaterRow,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './repeater-widget.html',
  styleUrl: './repeater-widget.scss',
})
export class RepeaterWidget extends Widget {
  protected readonly store = inject(FormStore);
  private readonly notices = inject(Notices);
  protected readonly tables = inject(RowTables);
  private readonly session = inject(SessionStore);
  private readonly role = computed(() => this.session.person()?.role ?? 'reader');
  /** The columns of a grid: what only developers may see is not there for others. */
  protected readonly gridFields = computed(() =>
    this.field().children.filter((field) => maySee(personWith(this.role()), field)),
  );
  private readonly focus = inject(Focus);
  private readonly reorder = inject(Reorder);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly viewport = viewChild(CdkVirtualScrollViewport);
  protected readonly rowHeight = ROW_HEIGHT;
  protected readonly opened = signal<string | null>(null);

  protected readonly rows = computed(() => rowsOf(this.value()));
  protected readonly countWords = computed(() => counted(this.rows().length, 'row', 'rows'));
  protected readonly grid = computed(() => {
    const { field, formChildren } = this.field();
    const display = settingsOf(repeater, field)?.display ?? 'cards';
    const most = { cards: 0, fitting: GRID_FIELDS, grid: Infinity }[display];
    return !this.mixed() && formChildren.length <= most && formChildren.every(fitsInCell);
  });
  /** Rows of several shapes. */
  protected readonly mixed = computed(() => this.field().type.holds === 'shapes');
  protected readonly virtual = computed(() => this.finder.shownRows().length >= VIRTUAL_FROM);
  protected readonly finder = new RowFinder(this.rows, this.field, this.opened, () => this.issueRows());
  protected readonly chosen = new ChosenRows(this.rows);
  protected readonly chosenWords = computed(
    () => say`${counted(this.chosen.rows().length, 'row', 'rows')} chosen`,
  );
  private readonly issueRows = computed(() => {
    const own = this.own();
    const within = this.store
      .issues()
      .filter(({ path }) => path.length > own.length && startsWith(path, own));
    return new Set(within.map(({ path }) => Number(path[own.length])));
  });
  /** In a long list all lines are of one height, so the open card stands below them. */
  protected readonly openedBelow = computed(() => {
    const index = this.grid() ? -1 : this.openedIndex();
    return index < 0 ? null : index;
  });
  protected readonly cells = computed(() => `repeat(${this.gridFields().length}, minmax(0, 1fr))`);
  protected readonly columns = computed(
    () => `28px 30px repeat(${this.gridFields().length}, minmax(0, 1fr)) 92px`,
  );
  protected readonly most = computed(() => this.field().behaviour.limits.maxRows);
  protected readonly addLabel = computed(() => {
    const { field } = this.field();
    const label = (settingsOf(repeater, field) ?? settingsOf(mixedList, field))?.addLabel;
    // Words that nobody chose are Tovlet's own.
    return label === undefined ? undefined : said(label);
  });
  protected readonly full = computed(() => this.rows().length >= (this.most() ?? Infinity));
  private readonly scopes = computed<readonly Scope[]>(
    () => (this.scope() ?? this.store.scope())?.rows(this.field().id) ?? [],
  );
  /** The steps to the rows. */
  private readonly own = computed<IssuePath>(() => [...this.base(), this.field().id]);

  protected readonly rowIssues = computed(() => {
    if (!this.store.attempted()) return [];
    return this.store
      .issues()
      .filter(({ path }) => startsWith(path, this.own()) && path.length > this.own().length)
      .slice(0, 8)
      .map(({ issue, label, path }) => ({
        row: Number(path[this.own().length]),
        message: issueMessage(issue, label),
      }));
  });
  protected readonly wrongRows = computed(() => new Set(this.rowIssues().map(({ row }) => row)));

  constructor() {
    super();
    // A jump from the summary of errors may lead into a row that is folded or out of sight.
    effect(() => {
      const path = this.store.revealed() ?? [];
      const own = untracked(() => this.own());
      const index = path[own.length];
      if (!startsWith(path, own) || typeof index !== 'number') return;
      untracked(() => this.reveal(index));
    });
  }

  private reveal(index: number): void {
    this.finder.showAll();
    this.opened.set(this.rows()[index]?.id ?? null);
    this.viewport()?.scrollToIndex(Math.max(0, index - 2));
  }

  protected readonly shownId = (_index: number, { row }: ShownRow): string => row.id;
  protected gripId = (row: Row): string => `${this.inputId()}-${row.id}`;

  protected scopeAt(index: number): Scope | undefined {
    return this.scopes()[index];
  }

  /** The shape of a row of a mixed list. */
  protected shapeAt(row: Row): CompiledField | null {
    return this.mixed() ? shapeOf(this.field(), row.values) : null;
  }

  private readonly openedIndex = computed(() => this.rows().findIndex(({ id }) => id === this.opened()));
  protected readonly card = computed<CardContent | null>(
    () => {
      const index = this.openedIndex();
      const row = this.rows()[index];
      if (!row) return null;
      const place: ValuePlace = [...this.place(), { field: this.field().id, row: row.id }];
      const base: IssuePath = [...this.own(), index];
      if (!this.mixed()) return { fields: this.field().formChildren, shape: null, place, base };
      const shape = this.shapeAt(row);
      if (!shape) return null;
      return {
        fields: shape.formChildren,
        shape: shape.id,
        place: [...place, { field: shape.id, row: null }],
        base: [...base, shape.id],
      };
    },
    { equal: isSameCard },
  );
  protected readonly cardScope = computed<Scope | null>(() => {
    const scope = this.scopes()[this.openedIndex()];
    const shape = this.card()?.shape;
    return (shape ? scope?.rows(shape)[0] : scope) ?? null;
  });

  protected rowLabel(row: Row, index: number): string {
    const shape = this.shapeAt(row);
    const values = shape ? (row.values[shape.id] ?? null) : row.values;
    const children = shape ? shape.children : this.field().children;
    const wanted = settingsOf(repeater, this.field().field)?.rowLabel;
    const named =
      children.find(({ id }) => id === wanted) ?? children.find(({ type }) => type.holds === null);
    const value: JsonValue = named && isJsonObject(values) ? (values[named.id] ?? null) : null;
    const words = value === null || typeof value === 'object' ? '' : textOfHtml(String(value));
    if (shape) return words === '' ? shape.label : `${shape.label}: ${words}`;
    return words === '' ? say`Row ${index + 1}` : words;
  }

  protected insert(index: number, shape: CompiledField | null = null): void {
    // An empty row says nothing that could be looked for.
    this.finder.showAll();
    const values = shape
      ? { [shape.id]: defaultValues(shape.children) }
      : defaultValues(this.field().children);
    const row: Row = { id: newId('r'), values };
    this.store.change({ kind: 'insert_row', place: this.place(), repeater: this.field().id, index, row });
    this.opened.set(row.id);
    this.focusRow(index);
  }

  protected duplicate(row: Row, index: number): void {
    this.store.change({
      kind: 'insert_row',
      place: this.place(),
      repeater: this.field().id,
      index: index + 1,
      row: duplicateRow(row),
    });
    this.focusRow(index + 1);
  }

  /** Whether its rows have fields that cells of a table can hold. */
  protected readonly canPaste = computed(() => {
    const open = (fields: readonly CompiledField[]) =>
      cellFields(fields, (field) => mayChange(this.role(), field));
    const lists = this.mixed()
      ? this.field().children.map(({ children }) => children)
      : [this.field().children];
    return lists.some((fields) => open(fields).length > 0);
  });

  /** What is pasted into a row: a table becomes rows behind it; what is none, or is meant for a text, goes its own way. */
  protected pasteInto(event: ClipboardEvent): void {
    const target = event.target instanceof Element ? event.target : null;
    if (event.defaultPrevented || this.disabled() || !this.canPaste()) return;
    if (target?.closest('[contenteditable="true"], .cm-editor')) return;
    const grid = copiedGrid(event.clipboardData);
    if (!grid) return;
    event.preventDefault();
    const grip = target?.closest('.row')?.querySelector('.grip')?.id;
    const at = this.rows().findIndex((row) => this.gripId(row) === grip);
    void this.paste(grid, at < 0 ? this.rows().length : at + 1);
  }

  /** Asks what of a table is what, and puts its rows in. @param grid null where it is still to be pasted */
  protected async paste(grid: Grid | null, index: number): Promise<void> {
    const pasted = await this.tables.ask({
      list: this.field(),
      role: this.role(),
      rows: this.rows().length,
      grid,
    });
    if (!pasted) return;
    const [place, repeater] = [this.place(), this.field().id];
    this.store.change({ kind: 'insert_rows', place, repeater, index, rows: pasted.rows });
    this.store.touchAll(pasted.wrong.map(([row, ...way]) => [...this.own(), index + Number(row), ...way]));
    const rows = pasted.rows.map(({ id }) => id);
    this.notices.sayWithUndo(say`${counted(rows.length, 'row was', 'rows were')} inserted.`, () =>
      this.store.change({ kind: 'remove_rows', place, repeater, rows }),
    );
    this.focusRow(index);
  }

  protected choose({ id }: Row, { shiftKey }: MouseEvent): void {
    const shown = this.finder.shownRows().map(({ row }) => row);
    this.chosen.toggle(id, shown, shiftKey);
  }

  /** Puts copies of the chosen rows behind the last of them. */
  protected duplicateChosen(): void {
    const rows = this.chosen.rows();
    const index = this.rows().findIndex(({ id }) => id === rows.at(-1)?.id) + 1;
    const [place, repeater] = [this.place(), this.field().id];
    this.store.change({ kind: 'insert_rows', place, repeater, index, rows: rows.map(duplicateRow) });
    this.chosen.clear();
  }

  protected removeChosen(): void {
    const gone = this.chosen.rows().map((row) => ({ row, index: this.rows().indexOf(row) }));
    const [place, repeater] = [this.place(), this.field().id];
    this.store.change({ kind: 'remove_rows', place, repeater, rows: gone.map(({ row }) => row.id) });
    this.chosen.clear();
    this.notices.sayWithUndo(say`${counted(gone.length, 'row was', 'rows were')} deleted.`, () => {
      for (const { row, index } of gone)
        this.store.change({ kind: 'insert_row', place, repeater, index, row });
    });
  }

  protected remove(row: Row, index: number): void {
    const repeater = this.field().id;
    const place = this.place();
    this.store.change({ kind: 'remove_row', place, repeater, row: row.id });
    this.notices.sayWithUndo(say`Row ${index + 1} of ${this.field().label} was deleted.`, () =>
      this.store.change({ kind: 'insert_row', place, repeater, index, row }),
    );
  }

  protected drop({ previousIndex, currentIndex, item }: CdkDragDrop<unknown>): void {
    // A long list draws only the rows in sight: places count from the first drawn one.
    const first = this.viewport()?.getRenderedRange().start ?? 0;
    const row = this.rows()[first + previousIndex];
    if (row && item && previousIndex !== currentIndex) this.move(row, first + currentIndex);
  }

  protected moveByKey(event: KeyboardEvent, row: Row, index: number): void {
    // Places count among all rows.
    if (this.finder.isNarrowed()) return;
    const move = (to: number): void => this.move(row, to);
    this.reorder.byKey(event, {
      index,
      count: this.rows().length,
      name: say`Row`,
      handle: this.gripId(row),
      move,
    });
  }

  protected jump(row: number): void {
    this.finder.showAll();
    if (Number.isInteger(row) && row >= 1 && row <= this.rows().length) this.focusRow(row - 1);
  }

  private move(row: Row, index: number): void {
    const repeater = this.field().id;
    this.store.change({ kind: 'move_row', place: this.place(), repeater, row: row.id, index });
  }

  /** Puts the cursor into the first field of a row once it is drawn. */
  private focusRow(index: number): void {
    this.focus.on(() => {
      this.viewport()?.scrollToIndex(Math.max(0, index - 2));
      return this.firstBoxOf(index);
    });
  }

  private firstBoxOf(index: number): HTMLElement | null {
    const { nativeElement: all } = this.element;
    if (!this.grid()) return all.querySelector<HTMLElement>('.card :is(input, select, textarea, button)');
    const grip = document.getElementById(`${this.inputId()}-${this.rows()[index]?.id ?? ''}`);
    return grip?.closest('.row')?.querySelector<HTMLElement>('.cells :is(input, select, button)') ?? null;
  }
}
