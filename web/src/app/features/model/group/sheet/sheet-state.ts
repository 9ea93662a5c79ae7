import { computed, Injectable, signal } from '@angular/core';
import type { FieldGroup } from '@tovlet/core/model/document';
import { withDescendants } from '@tovlet/core/model/tree';
import { map, of, Subject, switchMap, tap, timer } from 'rxjs';
import { isListOf, remembered } from '../../../../shared/remembered';
import { toggled } from '../../../../shared/toggled';
import { EXTRA_COLUMNS, sheetColumns, type ExtraColumn } from './sheet-columns';
import type { Cell } from './sheet-keys';
import { sheetRows, type SheetRow } from './sheet-rows';
import { SheetSelection } from './sheet-selection';

/** Milliseconds after which a line is not only passed: longer than between the repeats of a key that is held. */
const PASSING = 90;

/** What a sheet shows and where in it one is. */
@Injectable()
export class SheetState {
  readonly group = signal<FieldGroup | null>(null);
  readonly canEdit = signal(true);
  /** The field whose settings the inspector shows. */
  readonly shown = signal<string | null>(null);
  private readonly passed = new Subject<string>();
  private passing: string | null = null;
  /** The field whose settings one wants to see: where one stays, not what one only passes. */
  readonly wanted = this.passed.pipe(
    switchMap((id) => (id === this.passing ? timer(PASSING).pipe(map(() => id)) : of(id))),
    tap(() => (this.passing = null)),
  );
  /** Pixels that the columns have. */
  readonly width = signal(Infinity);
  /** The lines that are drawn, by their indexes. */
  readonly drawn = signal({ start: 0, end: 0 });
  readonly extras = remembered<readonly ExtraColumn[]>('sheet.columns', [], isListOf(EXTRA_COLUMNS));
  readonly columns = computed(() => sheetColumns(this.width(), this.extras()));
  private readonly folded = signal<ReadonlySet<string>>(new Set());
  readonly rows = computed<readonly SheetRow[]>(() => {
    const group = this.group();
    const rows = group ? sheetRows(group, this.folded()) : [];
    return this.canEdit() ? rows : rows.filter(({ kind }) => kind === 'field');
  });
  readonly hasFolds = computed(() => this.rows().some((row) => row.kind === 'field' && row.open !== null));
  readonly selection = new SheetSelection(
    computed(() => this.rows().flatMap((row) => (row.kind === 'field' ? [row.id] : []))),
  );
  /** The cell that had the focus last. */
  readonly at = signal<Cell | null>(null);
  /** The cell that the Tab key comes to: where one was last, else the first label. */
  readonly stop = computed<Cell>(() => {
    const at = this.at();
    const row = this.rowOf(at?.row ?? '') ?? this.rows()[0];
    const column = this.columns().find(({ name }) => name === at?.column)?.name ?? 'label';
    return { row: row?.id ?? '', column };
  });
  /** Whether the cell of the tab stop is drawn; the grid itself is the stop meanwhile. */
  readonly isStopDrawn = computed(() => this.isDrawn(this.stop().row, this.drawn()));

  isDrawn(id: string, range: { readonly start: number; readonly end: number }): boolean {
    const index = this.rows().findIndex((row) => row.id === id);
    return index >= range.start && index < range.end;
  }

  rowOf(id: string): SheetRow | undefined {
    return this.rows().find((row) => row.id === id);
  }

  /** A field of the sheet with what stands under it. */
  withWhatIsUnder(id: string): readonly string[] {
    const row = this.rowOf(id);
    return row?.kind === 'field' ? withDescendants(row.field).map((field) => field.id) : [];
  }

  fold(id: string): void {
    this.folded.update((folded) => toggled(folded, id));
  }

  /** Lists what stands under a field. */
  unfold(id: string): void {
    if (this.folded().has(id)) this.fold(id);
  }

  /** Comes to a line, perhaps only on the way to another. */
  pass(id: string): void {
    this.passing = id;
    this.passed.next(id);
  }

  /** Does not wait for whether one stays. */
  stay(): void {
    const { passing } = this;
    this.passing = null;
    if (passing !== null) this.passed.next(passing);
  }

  /** Begins with another group, where nothing is chosen. */
  leave(): void {
    this.selection.clear();
    this.at.set(null);
  }
}
