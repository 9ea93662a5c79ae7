import { say } from '@tovlet/core/locale/say';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { moveItemInArray } from '@angular/cdk/drag-drop';
import { inject, Injectable } from '@angular/core';
import { Focus } from './focus';

const STEPS: Readonly<Record<string, -1 | 1>> = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 };

/** Something in a list whose order people choose. */
export interface Ordered {
  readonly index: number;
  readonly count: number;
  /** What it is called when its new place is said, such as “Row”; nothing where that is clear. */
  readonly name?: string;
  /** The id of the handle that keeps the focus; nothing where that stays by itself. */
  readonly handle?: string;
  /** Puts it to another place. */
  move(index: number): void;
}

/** A list with one of its items at another place. */
export function reordered<Item>(items: readonly Item[], from: number, to: number): readonly Item[] {
  const moved = [...items];
  moveItemInArray(moved, from, to);
  return moved;
}

/** Changes the order of lists by keys: Alt and an arrow moves, the new place is said, and the handle keeps the focus. */
@Injectable({ providedIn: 'root' })
export class Reorder {
  private readonly announcer = inject(LiveAnnouncer);
  private readonly focus = inject(Focus);

  /**
   * Moves something by a key.
   * @returns whether the key was for this and there was a place to move to
   */
  byKey(event: KeyboardEvent, { index, count, name, handle, move }: Ordered): boolean {
    const step = STEPS[event.key];
    const target = index + (step ?? 0);
    if (!event.altKey || step === undefined || target < 0 || target >= count) return false;
    event.preventDefault();
    move(target);
    void this.announcer.announce(
      say`${name ? `${name} moved` : say`Moved`} to place ${target + 1} of ${count}`,
    );
    if (handle !== undefined) this.focus.on(handle);
    return true;
  }
}
