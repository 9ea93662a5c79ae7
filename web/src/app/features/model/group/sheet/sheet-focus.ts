import { inject, Injectable } from '@angular/core';
import { Focus } from '../../../../shared/focus';
import type { Cell } from './sheet-keys';
import { SheetState } from './sheet-state';

/** Finds the cells of a sheet on the page and leads to them. */
@Injectable()
export class SheetFocus {
  private readonly state = inject(SheetState);
  private readonly focus = inject(Focus);
  private scroll: (index: number) => void = () => undefined;

  /** Says how a line is brought into sight that is not drawn. */
  scrollBy(scroll: (index: number) => void): void {
    this.scroll = scroll;
  }

  /** The cell that an element stands in; null outside of cells. */
  cellOf(target: EventTarget | null): Cell | null {
    const element = target instanceof Element ? target.closest<HTMLElement>('[data-row]') : null;
    const column = this.state.columns().find(({ name }) => name === element?.dataset['column'])?.name;
    return element && column ? { row: element.dataset['row'] ?? '', column } : null;
  }

  /** What takes the focus of a cell: itself, or the one control that is all of it. */
  private elementOf({ row, column }: Cell): HTMLElement | null {
    if (this.state.rowOf(row)?.kind === 'add') return document.getElementById(`${row}-label`);
    const cell = document.getElementById(`cell-${row}-${column}`);
    return cell?.querySelector<HTMLElement>('[data-cell]') ?? cell;
  }

  /** What is typed into a cell, or chosen in it; null in cells that only tell something. */
  controlIn({ row, column }: Cell): HTMLInputElement | HTMLSelectElement | null {
    return document.querySelector(`#${CSS.escape(`cell-${row}-${column}`)} :is(input, select)`);
  }

  /** Gives a cell the focus; its line is brought into sight where it is not drawn, and waited for where it is not there yet. */
  to(cell: Cell): void {
    this.focus.on(() => this.drawn(cell));
  }

  /** Brings a line into sight, as soon as it is there; the focus stays where it is. */
  show(row: string): void {
    this.focus.show(() => this.drawn({ row, column: 'label' }), 'nearest');
  }

  private drawn(cell: Cell): HTMLElement | null {
    const element = this.elementOf(cell);
    if (!element) this.bringIntoView(cell.row);
    return element;
  }

  /** Leads to the line that adds at the end. */
  toAddLine(): void {
    this.focus.on('add-label');
  }

  /** Leads to the settings of the field. */
  toInspector(): void {
    this.state.stay();
    this.focus.on(() => document.querySelector<HTMLElement>('tov-field-inspector input'));
  }

  private bringIntoView(id: string): void {
    const index = this.state.rows().findIndex((row) => row.id === id);
    if (index >= 0) this.scroll(Math.max(0, index - 3));
  }
}
