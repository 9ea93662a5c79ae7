import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { PaneState } from './pane-state';

const STEP = 16;

/**
 * The three columns of a screen: outline, work surface, inspector. The outer ones fold away and can be made wider;
 * this browser remembers both.
 */
@Component({
  selector: 'tov-panes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (panes.outlineOpen()) {
      <aside class="outline" [style.width.px]="panes.outlineWidth()" [attr.aria-label]="outlineLabel()">
        <ng-content select="[outline]" />
      </aside>
      <div
        class="edge"
        role="separator"
        aria-orientation="vertical"
        aria-label="Width of the outline"
        tabindex="0"
        [attr.aria-valuenow]="panes.outlineWidth()"
        (pointerdown)="drag($event, 'outline', 1)"
        (keydown)="nudge($event, 'outline', 1)"
      ></div>
    }
    <main class="work" id="work" tabindex="-1"><ng-content /></main>
    @if (showInspector()) {
      <div
        class="edge"
        role="separator"
        aria-orientation="vertical"
        aria-label="Width of the inspector"
        tabindex="0"
        [attr.aria-valuenow]="panes.inspectorWidth()"
        (pointerdown)="drag($event, 'inspector', -1)"
        (keydown)="nudge($event, 'inspector', -1)"
      ></div>
      <aside class="inspector" [style.width.px]="panes.inspectorWidth()" aria-label="Inspector">
        <ng-content select="[inspector]" />
      </aside>
    }
  `,
  styles: `
    :host {
      display: flex;
      height: 100%;
      min-height: 0;
    }
    .outline,
    .inspector {
      flex: none;
      overflow: auto;
      background: var(--sunken);
    }
    .work {
      flex: 1;
      min-width: 0;
      overflow: auto;
      outline: none;
      display: flex;
      flex-direction: column;
    }
    .edge {
      flex: none;
      width: 5px;
      margin: 0 -2px;
      z-index: 2;
      cursor: col-resize;
      background: linear-gradient(var(--line), var(--line)) center / 1px 100% no-repeat;
      touch-action: none;
    }
    @media (max-width: 900px) {
      :host {
        flex-direction: column;
        overflow: auto;
        height: auto;
      }
      .outline,
      .inspector {
        width: auto !important;
        max-height: none;
      }
      .outline {
        display: none;
      }
      .edge {
        display: none;
      }
      .work {
        overflow: visible;
      }
    }
  `,
})
export class Panes {
  readonly outlineLabel = input('Outline');
  /** Whether there is anything to inspect at all. */
  readonly inspector = input(true);
  protected readonly panes = inject(PaneState);
  protected readonly showInspector = computed(() => this.inspector() && this.panes.inspectorOpen());

  protected drag(event: PointerEvent, pane: 'outline' | 'inspector', direction: 1 | -1): void {
    const start = event.clientX;
    const width = this.panes.widthOf(pane);
    const edge = event.target;
    if (!(edge instanceof HTMLElement)) return;
    edge.setPointerCapture(event.pointerId);
    const move = (moved: PointerEvent): void =>
      this.panes.resize(pane, width + direction * (moved.clientX - start));
    edge.addEventListener('pointermove', move);
    edge.addEventListener('pointerup', () => edge.removeEventListener('pointermove', move), { once: true });
  }

  protected nudge(event: KeyboardEvent, pane: 'outline' | 'inspector', direction: 1 | -1): void {
    const step = { ArrowRight: STEP, ArrowLeft: -STEP }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    this.panes.resize(pane, this.panes.widthOf(pane) + direction * step);
  }
}
