import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { PaneState, type Pane } from './pane-state';

const STEP = 16;

/** The edge of a pane: dragged, or moved by arrow keys, it makes the pane wider or narrower. */
@Component({
  selector: 'tov-pane-edge',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  host: {
    role: 'separator',
    'aria-orientation': 'vertical',
    tabindex: '0',
    '[class]': 'pane()',
    '[attr.aria-label]': '"Width of the " + pane()',
    '[attr.aria-valuenow]': 'panes.widthOf(pane())',
    '(pointerdown)': 'drag($event)',
    '(keydown)': 'nudge($event)',
  },
  styles: `
    :host {
      position: absolute;
      inset-block: 0;
      width: 5px;
      z-index: 2;
      cursor: col-resize;
      touch-action: none;
    }
    :host(.outline) {
      right: 0;
      border-right: 1px solid var(--line);
    }
    :host(.inspector) {
      left: 0;
      border-left: 1px solid var(--line);
    }
  `,
})
export class PaneEdge {
  readonly pane = input.required<Pane>();
  protected readonly panes = inject(PaneState);
  /** Which way the pane grows. */
  private readonly direction = computed(() => (this.pane() === 'outline' ? 1 : -1));

  protected drag(event: PointerEvent): void {
    const start = event.clientX;
    const width = this.panes.widthOf(this.pane());
    const edge = event.target;
    if (!(edge instanceof HTMLElement)) return;
    edge.setPointerCapture(event.pointerId);
    const move = (moved: PointerEvent): void =>
      this.panes.resize(this.pane(), width + this.direction() * (moved.clientX - start));
    edge.addEventListener('pointermove', move);
    edge.addEventListener('pointerup', () => edge.removeEventListener('pointermove', move), { once: true });
  }

  protected nudge(event: KeyboardEvent): void {
    const step = { ArrowRight: STEP, ArrowLeft: -STEP }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    this.panes.resize(this.pane(), this.panes.widthOf(this.pane()) + this.direction() * step);
  }
}
