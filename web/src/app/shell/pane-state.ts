import { BreakpointObserver } from '@angular/cdk/layout';
import { computed, inject, Injectable, signal, type WritableSignal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import { isBoolean, isNumber, remembered } from '../shared/remembered';

const LIMITS = { least: 180, most: 560 };

/** In windows up to so wide the panes are drawers over the work surface. */
const NARROW = '(max-width: 900px)';

/** A pane beside the work surface. */
export type Pane = 'outline' | 'inspector';

/** Which panes are open and how wide they are. In narrow windows they are drawers, of which one is open at a time. */
@Injectable({ providedIn: 'root' })
export class PaneState {
  readonly outlineOpen = remembered('outline.open', true, isBoolean);
  readonly inspectorOpen = remembered('inspector.open', true, isBoolean);
  readonly outlineWidth = remembered('outline.width', 248, isNumber);
  readonly inspectorWidth = remembered('inspector.width', 336, isNumber);
  /** Whether the window is too narrow for panes side by side. */
  readonly isNarrow = toSignal(
    inject(BreakpointObserver)
      .observe(NARROW)
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  /** The panes of the screen that stands. */
  readonly there = signal<readonly Pane[]>([]);
  private readonly drawer = signal<Pane | null>(null);

  /** Whether the outline is to be seen. */
  readonly outlineShown = computed(() => this.isShown('outline'));
  /** Whether the inspector is to be seen. */
  readonly inspectorShown = computed(() => this.isShown('inspector'));

  /** Opens or closes a pane. */
  set(pane: Pane, open: boolean): void {
    if (!this.isNarrow()) this.openOf(pane).set(open);
    else if (open) this.drawer.set(pane);
    else if (this.drawer() === pane) this.drawer.set(null);
  }

  /** Opens a pane that is closed, and closes one that is open. */
  toggle(pane: Pane): void {
    this.set(pane, !this.isShown(pane));
  }

  widthOf(pane: Pane): number {
    return pane === 'outline' ? this.outlineWidth() : this.inspectorWidth();
  }

  resize(pane: Pane, width: number): void {
    const bounded = Math.round(Math.max(LIMITS.least, Math.min(LIMITS.most, width)));
    (pane === 'outline' ? this.outlineWidth : this.inspectorWidth).set(bounded);
  }

  private isShown(pane: Pane): boolean {
    return this.isNarrow() ? this.drawer() === pane : this.openOf(pane)();
  }

  private openOf(pane: Pane): WritableSignal<boolean> {
    return pane === 'outline' ? this.outlineOpen : this.inspectorOpen;
  }
}
