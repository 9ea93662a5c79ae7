import { FocusKeyManager, type FocusableOption } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  Directive,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import type { FacetRange } from '@tovlet/core/queries/ranges';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { scaleLinear } from 'd3-scale';

/** A bar with the words for it. */
export interface RangeBar extends FacetRange {
  readonly name: string;
  readonly chosen: boolean;
}

/** A bar as the arrow keys find it. */
@Directive({ selector: 'button[tovRangeBar]' })
export class RangeBarButton implements FocusableOption {
  private readonly element = inject<ElementRef<HTMLButtonElement>>(ElementRef);

  focus(): void {
    this.element.nativeElement.focus();
  }
}

/** The height of the highest bar, and the least that is seen of one, in pixels. */
const HEIGHT = 44;
const LEAST = 3;

/** How the numbers or days of the entries spread: pressing a bar shows only those in it, pressing another one all between. */
@Component({
  selector: 'tov-facet-ranges',
  imports: [RangeBarButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="bars" role="group" [attr.aria-label]="label()" (keydown)="keys.onKeydown($event)">
      @for (bar of drawn(); track bar.from; let index = $index) {
        <button
          type="button"
          tovRangeBar
          [attr.tabindex]="index === at() ? 0 : -1"
          [attr.aria-pressed]="bar.chosen"
          [attr.aria-label]="bar.words"
          [style.--height.px]="bar.height"
          (click)="toggled.emit(index)"
          (focus)="keys.updateActiveItem(index); at.set(index); shown.set(index)"
          (blur)="shown.set(null)"
          (mouseenter)="shown.set(index)"
          (mouseleave)="shown.set(null)"
        ></button>
      }
    </div>
    <p aria-hidden="true">
      @if (said(); as words) {
        <strong>{{ words }}</strong>
      } @else {
        <span>{{ ends()[0] }}</span><span>{{ ends()[1] }}</span>
      }
    </p>
  `,
  styles: `
    :host {
      display: block;
      padding: 2px 8px 0;
    }
    .bars {
      display: flex;
      align-items: flex-end;
      gap: 1px;
      height: 46px;
      border-bottom: 1px solid var(--line);
    }
    button {
      position: relative;
      flex: 1 1 0;
      min-width: 4px;
      height: 100%;
      padding: 0;
      border: 0;
      background: none;
      cursor: pointer;
    }
    button::before {
      content: '';
      position: absolute;
      inset: auto 0 0;
      height: var(--height);
      border-radius: 2px 2px 0 0;
      background: color-mix(in srgb, var(--muted) 46%, transparent);
    }
    button:hover::before {
      background: var(--muted);
    }
    button[aria-pressed='true']::before {
      background: var(--spruce);
    }
    p {
      display: flex;
      justify-content: space-between;
      min-height: 20px;
      margin: 2px 0 0;
      color: var(--muted);
      font-size: 12px;
      font-variant-numeric: tabular-nums;
    }
    strong {
      overflow: hidden;
      color: var(--ink);
      font-weight: 500;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    @media (forced-colors: active) {
      button::before {
        background: ButtonText;
      }
      button[aria-pressed='true']::before {
        background: Highlight;
      }
    }
  `,
})
export class FacetRanges {
  readonly label = input.required<string>();
  readonly bars = input.required<readonly RangeBar[]>();
  /** What the lowest and the highest value are called. */
  readonly ends = input.required<readonly [string, string]>();
  /** The place of the bar that was pressed. */
  readonly toggled = output<number>();
  private readonly buttons = viewChildren(RangeBarButton);
  protected readonly keys = new FocusKeyManager(this.buttons, inject(Injector)).withHorizontalOrientation(
    'ltr',
  );
  protected readonly at = signal(0);
  protected readonly shown = signal<number | null>(null);

  protected readonly drawn = computed(() => {
    const most = Math.max(1, ...this.bars().map(({ count }) => count));
    const upwards = scaleLinear([0, most], [0, HEIGHT]);
    return this.bars().map((bar) => ({
      ...bar,
      height: bar.count > 0 ? Math.max(LEAST, upwards(bar.count)) : 0,
      words: say`${bar.name}: ${counted(bar.count, 'entry', 'entries')}`,
    }));
  });
  protected readonly said = computed(() => {
    const index = this.shown();
    return index === null ? '' : (this.drawn()[index]?.words ?? '');
  });
}
