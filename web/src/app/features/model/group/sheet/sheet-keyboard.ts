import { inject, Injectable } from '@angular/core';
import { fieldColumns } from '@tovlet/core/model/table/index';
import { SheetActions } from './sheet-actions';
import { SheetEdits } from './sheet-edits';
import { SheetFocus } from './sheet-focus';
import { cellAfter, type Cell } from './sheet-keys';
import { directionOf } from './sheet-moves';
import type { FieldRow } from './sheet-rows';
import { SheetState } from './sheet-state';

type Control = HTMLInputElement | HTMLSelectElement;

/** Whether something is typed or chosen there. */
export const isControl = (target: EventTarget | null): target is Control =>
  target instanceof HTMLInputElement || target instanceof HTMLSelectElement;

/** Keys that lead out of the line that adds, while something is typed there and while nothing is. */
const OUT_OF_TYPED: readonly string[] = ['ArrowUp', 'ArrowDown'];
const OUT_OF_EMPTY: readonly string[] = [...OUT_OF_TYPED, 'PageUp', 'PageDown', 'Home', 'End'];

/**
 * The keys of a sheet: arrows go from cell to cell; Enter, F2 or typing edits one; Enter, Tab and Esc end that.
 * @see https://www.w3.org/WAI/ARIA/apg/patterns/treegrid/
 */
@Injectable()
export class SheetKeyboard {
  private readonly state = inject(SheetState);
  private readonly edits = inject(SheetEdits);
  private readonly actions = inject(SheetActions);
  private readonly focus = inject(SheetFocus);

  /** Answers a key that was pressed in a cell. */
  press(event: KeyboardEvent): void {
    const { target } = event;
    const cell = this.focus.cellOf(target);
    const row = cell && this.state.rowOf(cell.row);
    if (!cell || !row) return;
    if (row.kind === 'add') this.inAddLine(event, cell);
    else if (isControl(target)) this.inEdit(event, cell, row, target);
    else this.inCell(event, cell, row);
  }

  /** On the grid itself, when the line one was in was scrolled away: the next key leads back to it. */
  back(event: KeyboardEvent): void {
    if (![...OUT_OF_EMPTY, 'ArrowLeft', 'ArrowRight', 'Enter', 'F2'].includes(event.key)) return;
    event.preventDefault();
    this.focus.to(this.state.stop());
  }

  /** In the line that adds at the end, outside of the grid. */
  inLastLine(event: KeyboardEvent): void {
    const last = this.state.rows().at(-1);
    if (event.key !== 'ArrowUp' || event.altKey || !last || !(event.target instanceof HTMLInputElement))
      return;
    event.preventDefault();
    this.focus.to({ row: last.id, column: 'label' });
  }

  private inAddLine(event: KeyboardEvent, cell: Cell): void {
    if (event.altKey || !(event.target instanceof HTMLInputElement)) return;
    const leads = event.target.value === '' ? OUT_OF_EMPTY : OUT_OF_TYPED;
    if (leads.includes(event.key)) this.step(event, { ...cell, column: 'label' });
  }

  /** While a cell is edited: Enter and Tab take what is typed, Esc puts back what was there. */
  private inEdit(event: KeyboardEvent, cell: Cell, row: FieldRow, control: Control): void {
    const { key } = event;
    const isMenu = control instanceof HTMLSelectElement;
    if (key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      const column = fieldColumns.find(({ name }) => name === cell.column);
      if (column && !isMenu) control.value = column.read(row.field);
      this.focus.to(cell);
    } else if (event.altKey) this.withAlt(event, cell, row);
    else if (key === 'F2') this.focus.to(cell);
    else if (key === 'Tab') this.tab(event, cell);
    else if (key === 'Enter') this.step(event, cell, 'ArrowDown');
    else if (!isMenu && OUT_OF_TYPED.includes(key)) this.step(event, cell);
  }

  private tab(event: KeyboardEvent, cell: Cell): void {
    const columns = this.state.columns();
    const at = columns.findIndex(({ name }) => name === cell.column);
    const next = columns[at + (event.shiftKey ? -1 : 1)];
    if (!next) return;
    event.preventDefault();
    this.focus.to({ row: cell.row, column: next.name });
  }

  /** In a cell that is not edited, as in a spreadsheet. */
  private inCell(event: KeyboardEvent, cell: Cell, row: FieldRow): void {
    if (event.altKey) this.withAlt(event, cell, row);
    else if (
      !this.withControl(event, row) &&
      !this.selects(event, cell, row) &&
      !this.changes(event, cell, row) &&
      !this.step(event, cell)
    )
      this.types(event, cell);
  }

  /** Keys that choose fields. @returns whether this was one */
  private selects(event: KeyboardEvent, cell: Cell, row: FieldRow): boolean {
    const { key } = event;
    if (event.shiftKey && OUT_OF_TYPED.includes(key)) this.extend(cell, row, key === 'ArrowUp' ? -1 : 1);
    else if (key === 'Escape' && this.state.selection.ids().length > 0) this.state.selection.clear();
    else if (key === ' ' && cell.column !== 'actions' && cell.column !== 'required')
      this.actions.select((selection) => selection.toggle(row.id));
    else return false;
    event.preventDefault();
    event.stopPropagation();
    return true;
  }

  private extend(cell: Cell, row: FieldRow, by: number): void {
    const fields = this.state.rows().filter(({ kind }) => kind === 'field');
    const next = fields[fields.indexOf(row) + by];
    if (!next) return;
    this.actions.select((selection) => selection.extend(row.id, next.id));
    this.focus.to({ ...cell, row: next.id });
  }

  /** Keys that begin to edit, remove or fold. @returns whether this was one */
  private changes(event: KeyboardEvent, cell: Cell, row: FieldRow): boolean {
    const { key } = event;
    const canEdit = this.state.canEdit();
    if (key === 'Delete' && canEdit) void this.actions.remove(this.actions.meant(row));
    else if (cell.column === 'actions' && (key === 'Enter' || key === ' ')) return true;
    else if (key === 'Enter' || key === 'F2') this.edit(cell);
    else if (key === ' ') this.focus.controlIn(cell)?.click();
    else if (cell.column === 'grip' && row.open !== null && key === (row.open ? 'ArrowLeft' : 'ArrowRight'))
      this.state.fold(row.id);
    else return false;
    event.preventDefault();
    return true;
  }

  /** Begins to edit a cell; where there is nothing to edit in the line, the inspector has it. */
  private edit(cell: Cell): void {
    const control = this.focus.controlIn(cell);
    if (!control) this.focus.toInspector();
    else if (control.type === 'checkbox') control.click();
    else {
      control.focus();
      if (control instanceof HTMLInputElement) control.select();
    }
  }

  /** What is typed replaces what stands in the cell: its box gets the key itself. */
  private types(event: KeyboardEvent, cell: Cell): void {
    const control = this.focus.controlIn(cell);
    if (event.key.length !== 1 || event.ctrlKey || event.metaKey || !this.state.canEdit()) return;
    if (!control || control.type === 'checkbox') return;
    control.focus();
    if (control instanceof HTMLInputElement) control.select();
  }

  private withAlt(event: KeyboardEvent, cell: Cell, row: FieldRow): void {
    const direction = directionOf(event.key);
    if (event.key !== 'Enter' && (!direction || !this.state.canEdit())) return;
    event.preventDefault();
    if (direction) this.actions.move(row, direction, cell);
    else this.focus.toInspector();
  }

  /** @returns whether the key was for the fields that are chosen */
  private withControl(event: KeyboardEvent, row: FieldRow): boolean {
    const acts: Readonly<Record<string, () => unknown>> = {
      c: () => this.edits.copy(this.actions.meant(row)),
      d: () => this.state.canEdit() && this.actions.duplicate(this.actions.meant(row)),
      a: () =>
        this.actions.select((selection) =>
          selection.only(this.state.rows().flatMap(({ kind, id }) => (kind === 'field' ? [id] : []))),
        ),
    };
    const isPlain = (event.ctrlKey || event.metaKey) && !event.shiftKey;
    const act = isPlain ? acts[event.key.toLocaleLowerCase()] : undefined;
    if (!act) return false;
    event.preventDefault();
    act();
    return true;
  }

  /** Goes to the cell that a key leads to. @returns whether it leads anywhere */
  private step(event: KeyboardEvent, from: Cell, key = event.key): boolean {
    const columns = this.state.columns().map(({ name }) => name);
    const next = cellAfter(key, event.ctrlKey || event.metaKey, from, this.state.rows(), columns);
    if (next === null) return false;
    event.preventDefault();
    if (next === 'below') this.focus.toAddLine();
    else this.focus.to(next);
    return true;
  }
}
