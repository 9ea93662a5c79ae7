import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatProgressBar } from '@angular/material/progress-bar';
import { mayChange } from '@tovlet/core/access/audience';
import { cellFields } from '@tovlet/core/cells/cell-fields';
import { gridFrom, type Grid } from '@tovlet/core/cells/grid';
import { matchColumns, type Matching } from '@tovlet/core/cells/match-columns';
import type { CellReading } from '@tovlet/core/cells/read-cell';
import { readLines, rowsOfLines, type ReadLine } from '@tovlet/core/cells/rows-of-grid';
import type { Row } from '@tovlet/core/fields/repeater/row';
import type { IssuePath } from '@tovlet/core/issues/issue';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { valueText } from '@tovlet/core/messages/value-words';
import type { CompiledField } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { Choice } from '../../../shared/choice';
import type { ChoiceOption } from '../../../shared/choice-option';
import { READER_LOCALE } from '../../../shared/reader-locale';
import { CellNames } from './cell-names';
import { copiedGrid } from './copied-grid';

/** Where the rows of a table are to stand. */
export interface PasteQuestion {
  /** The repeater or mixed list. */
  readonly list: CompiledField;
  /** Who pastes it: only what they may change can be filled. */
  readonly role: Role;
  /** Rows that are there already. */
  readonly rows: number;
  /** The table; null where it is still to be pasted. */
  readonly grid: Grid | null;
}

/** The rows of a table, and the cells of them that have to be mended. */
export interface PastedRows {
  readonly rows: readonly Row[];
  /** The ways to those cells, from the row on: its place among the new ones first. */
  readonly wrong: readonly IssuePath[];
}

/** Lines of the table that are shown. */
const SHOWN = 50;

/** Lines that are taken at once. */
const MOST_LINES = 5_000;

/** A cell as it is shown. */
interface ShownCell {
  readonly text: string;
  /** What is wrong with it; nothing where all is well. */
  readonly problem: string;
  readonly isLeftOut: boolean;
}

/** Shows a table that was copied, says which column is which field, and what of it cannot be read. */
@Component({
  imports: [Choice, MatButton, MatCheckbox, MatProgressBar],
  providers: [CellNames],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './paste-dialog.html',
  styleUrl: './paste-dialog.scss',
})
export class PasteDialog {
  private readonly question = inject<PasteQuestion>(MAT_DIALOG_DATA);
  private readonly locale = inject(READER_LOCALE);
  protected readonly names = inject(CellNames);
  protected readonly dialog = inject<MatDialogRef<PasteDialog, PastedRows>>(MatDialogRef);
  protected readonly title = say`Paste a table into ${this.question.list.label}`;
  protected readonly grid = signal<Grid>([]);
  /** What is typed where a table is to be pasted. */
  protected readonly text = signal('');
  private readonly matching = signal<Matching>({ headings: 0, columns: [] });
  protected readonly onlyWrong = signal(false);
  private readonly shapeId = signal(this.shapes[0]?.id ?? null);

  private get shapes(): readonly CompiledField[] {
    const { children, type } = this.question.list;
    return type.holds === 'shapes' ? children : [];
  }
  protected readonly shapeOptions: readonly ChoiceOption[] = this.shapes.map(({ id, label }) => ({
    value: id,
    label,
  }));
  protected readonly shape = computed(() => this.shapes.find(({ id }) => id === this.shapeId()) ?? null);
  private readonly children = computed(() => this.shape()?.children ?? this.question.list.children);
  protected readonly fields = computed(() =>
    cellFields(this.children(), (field) => mayChange(this.question.role, field)),
  );
  protected readonly fieldOptions = computed<readonly ChoiceOption[]>(() =>
    this.fields().map(({ label }, at) => ({ value: String(at), label })),
  );
  private readonly reading = computed<CellReading>(() => ({ locale: this.locale, idOf: this.names.idOf }));

  protected readonly columns = computed(() =>
    this.matching().columns.map((at, column) => ({
      column,
      value: at === null ? null : String(at),
      heading: this.headingOf(column),
      label: say`Column ${column + 1}`,
    })),
  );
  protected readonly headings = computed(() => this.matching().headings);
  private readonly lines = computed(() =>
    readLines(this.grid(), this.matching(), this.fields(), this.reading()),
  );
  private readonly wrongLines = computed(() => this.lines().filter(isWrong));
  protected readonly isEmpty = computed(() => this.lines().length === 0);
  protected readonly shown = computed(() =>
    (this.onlyWrong() ? this.wrongLines() : this.lines()).slice(0, SHOWN).map((line) => ({
      number: line.line + 1,
      cells: this.matching().columns.map((_at, column) => this.cellOf(line, column)),
    })),
  );
  protected readonly moreWords = computed(() => {
    const all = (this.onlyWrong() ? this.wrongLines() : this.lines()).length;
    return all > SHOWN ? say`The first ${SHOWN} of ${counted(all, 'line', 'lines')} are shown.` : '';
  });
  private readonly wrong = computed(() =>
    this.lines().reduce((count, { cells }) => count + [...cells.values()].filter(hasIssue).length, 0),
  );
  protected readonly hasWrong = computed(() => this.wrong() > 0);
  protected readonly wrongWords = computed(() => {
    const cells = counted(this.wrong(), 'cell has', 'cells have');
    return say`${cells} to be mended. What is wrong is inserted as it is, and marked in the form.`;
  });
  protected readonly limitWords = computed(() => {
    const most = this.question.list.behaviour.limits.maxRows;
    const all = this.question.rows + this.lines().length;
    return most !== null && all > most
      ? say`There would be ${counted(all, 'row', 'rows')}, and there may be ${most}. Nothing is lost, but some have to go before it can be published.`
      : '';
  });
  protected readonly leftOutWords = computed(() => {
    const left = this.matching().columns.filter((at, column) => at === null && !this.isBlank(column)).length;
    return left > 0 ? say`${counted(left, 'column is', 'columns are')} left out.` : '';
  });
  protected readonly yes = computed(() => say`Insert ${counted(this.lines().length, 'row', 'rows')}`);
  protected readonly tooMany = signal(false);

  constructor() {
    if (this.question.grid) this.take(this.question.grid);
  }

  /** Takes a table, and finds out which column is which field. */
  protected take(grid: Grid): void {
    this.tooMany.set(grid.length > MOST_LINES + 1);
    this.grid.set(grid.slice(0, MOST_LINES + 1));
    this.match();
  }

  /** Cells are taken at once, as are lines: with semicolons or commas between their cells, or of one column. */
  protected pasted(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain').trim() ?? '';
    const grid = copiedGrid(event.clipboardData) ?? (text.includes('\n') ? gridFrom(text) : null);
    if (!grid) return;
    event.preventDefault();
    this.take(grid);
  }

  protected again(): void {
    this.grid.set([]);
    this.onlyWrong.set(false);
  }

  protected chooseShape(id: string | null): void {
    this.shapeId.set(id);
    this.match();
  }

  protected chooseField(column: number, value: string | null): void {
    const at = value === null ? null : Number(value);
    this.matching.update(({ columns, headings }) => ({
      headings,
      // A field is in one column: the other is left out.
      columns: columns.map((own, index) => (index === column ? at : own === at && at !== null ? null : own)),
    }));
    this.findNames();
  }

  protected setHeaded(isHeaded: boolean): void {
    this.matching.update(({ columns }) => ({ headings: isHeaded ? 1 : 0, columns }));
    this.findNames();
  }

  protected finish(): void {
    if (this.grid().length === 0) {
      // What was typed is a table as well.
      if (this.text().trim() !== '') this.take(gridFrom(this.text()));
      return;
    }
    const lines = this.lines();
    const rows = rowsOfLines(lines, this.matching(), this.fields(), this.children(), this.shape());
    const wrong = lines.flatMap(({ cells }, row) =>
      [...cells].filter(([, cell]) => hasIssue(cell)).map(([column]) => this.wayTo(row, column)),
    );
    this.dialog.close({ rows, wrong });
  }

  private match(): void {
    this.matching.set(matchColumns(this.grid(), this.fields(), this.reading()));
    this.findNames();
  }

  private findNames(): void {
    const columns = this.matching().columns.flatMap((at, column) => {
      const field = at === null ? undefined : this.fields()[at];
      return field ? [[column, field] as const] : [];
    });
    if (columns.some(([, { field }]) => field.type.refersTo === 'entry'))
      void this.names.find(this.grid().slice(this.headings()), columns);
  }

  private wayTo(row: number, column: number): IssuePath {
    const at = this.matching().columns[column] ?? null;
    const cell = at === null ? undefined : this.fields()[at];
    const shape = this.shape();
    const within = cell ? [...cell.within, cell.field].map(({ id }) => id) : [];
    return [row, ...(shape ? [shape.id] : []), ...within];
  }

  private headingOf(column: number): string {
    const headings = this.headings();
    return headings > 0 ? (this.grid()[headings - 1]?.[column] ?? '') : '';
  }

  private isBlank(column: number): boolean {
    return this.grid().every((line) => (line[column] ?? '').trim() === '');
  }

  private cellOf({ line, cells }: ReadLine, column: number): ShownCell {
    const text = this.grid()[line]?.[column] ?? '';
    const cell = cells.get(column);
    if (!cell) return { text, problem: '', isLeftOut: true };
    const at = this.matching().columns[column] ?? null;
    const field = at === null ? undefined : this.fields()[at]?.field;
    const [issue] = cell.issues;
    if (issue || !field || field.type.refersTo !== null)
      return { text, problem: issue ? issueMessage(issue, field?.label ?? '') : '', isLeftOut: false };
    return { text: valueText(cell.value, field, () => undefined), problem: '', isLeftOut: false };
  }
}

const hasIssue = ({ issues }: { readonly issues: readonly unknown[] }): boolean => issues.length > 0;
const isWrong = ({ cells }: ReadLine): boolean => [...cells.values()].some(hasIssue);
