import { say } from '@tovlet/core/locale/say';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { inject, Injectable } from '@angular/core';
import { numbered } from '@tovlet/core/locale/counts';
import { SheetEdits } from './sheet-edits';
import { SheetFocus } from './sheet-focus';
import type { Cell } from './sheet-keys';
import type { Direction } from './sheet-moves';
import type { FieldRow, SheetRow } from './sheet-rows';
import { SheetState } from './sheet-state';

/** What is done in a sheet to the fields that are chosen, with the focus where one looks next. */
@Injectable()
export class SheetActions {
  private readonly state = inject(SheetState);
  private readonly edits = inject(SheetEdits);
  private readonly focus = inject(SheetFocus);
  private readonly announcer = inject(LiveAnnouncer);

  /** What keys do is done to: the chosen fields, else the one of the line. */
  meant({ id }: FieldRow): readonly string[] {
    const { selection } = this.state;
    return selection.has(id) ? selection.ids() : [id];
  }

  /** Chooses fields, and says how many there are then. */
  select(change: (selection: SheetState['selection']) => void): void {
    change(this.state.selection);
    const { length } = this.state.selection.ids();
    void this.announcer.announce(length === 1 ? say`1 field chosen` : say`${numbered(length)} fields chosen`);
  }

  /** A click with Ctrl or Shift: what was shown in the inspector counts as chosen before. */
  selectByMouse({ id }: FieldRow, range: boolean): void {
    const shown = this.state.shown();
    this.select((selection) => {
      if (range) return selection.extend(shown ?? id, id);
      if (selection.ids().length === 0 && shown !== null && shown !== id) selection.only([shown]);
      selection.toggle(id);
    });
  }

  move(row: FieldRow, direction: Direction, cell: Cell): void {
    if (!this.edits.move(this.meant(row), direction)) return;
    const place = this.edits.placeOf(row.id);
    const under = place?.parent ? ` of ${place.parent.label}` : '';
    void this.announcer.announce(say`${row.field.label} moved to place ${(place?.index ?? 0) + 1}${under}`);
    if (place?.parent) this.state.unfold(place.parent.id);
    this.focus.to(cell);
  }

  duplicate(ids: readonly string[]): void {
    const copy = this.edits.duplicate(ids);
    if (copy === null) return;
    this.state.selection.clear();
    this.focus.to({ row: copy, column: 'label' });
  }

  /** Removes fields; the focus goes to the neighbour. */
  async remove(ids: readonly string[]): Promise<void> {
    const rows = this.state.rows();
    const gone = new Set(ids.flatMap((id) => this.state.withWhatIsUnder(id)));
    const first = rows.findIndex(({ id }) => gone.has(id));
    const kept = (row: SheetRow): boolean => row.kind === 'field' && !gone.has(row.id);
    const neighbour = rows.slice(first).find(kept) ?? rows.slice(0, first).findLast(kept);
    const { column } = this.state.stop();
    if (!(await this.edits.remove(ids))) return;
    this.state.selection.clear();
    if (neighbour) this.focus.to({ row: neighbour.id, column });
    else this.focus.toAddLine();
  }

  /** Pastes behind the field of a cell. @returns whether there was anything to be pasted */
  paste(text: string, cell: Cell): boolean {
    const place = this.edits.placeOf(cell.row);
    const added = place && this.edits.paste(text, { ...place, index: place.index + 1 });
    if (typeof added === 'string') this.focus.to({ row: added, column: 'label' });
    return added !== undefined;
  }
}
