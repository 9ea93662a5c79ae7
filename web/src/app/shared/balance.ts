import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { numbered } from '@tovlet/core/locale/counts';

/** One stretch of a balance: so many things become this. */
export interface Stretch {
  readonly id: string;
  readonly label: string;
  readonly count: number;
  /** How it is drawn: ink that says more than colours. */
  readonly ink: 'kept' | 'converted' | 'asks' | 'lost';
}

/**
 * The stretch that is looked into: the one that was, while it holds anything; else the worst, which stands last.
 * @returns null where no stretch holds anything
 * @example lookedInto([{ id: 'kept', label: 'kept', count: 0, ink: 'kept' }], 'kept') // => null
 */
export function lookedInto(stretches: readonly Stretch[], before: string | null | undefined): string | null {
  const filled = stretches.filter(({ count }) => count > 0);
  const same = filled.find(({ id }) => id === before);
  return (same ?? filled.at(-1))?.id ?? null;
}

/** The least part of the bar that a stretch has, so that what is rare can be seen and pressed. */
const LEAST = 0.05;

/** What will happen to many things, as one bar: each stretch as long as many things it is, and can be looked into. */
@Component({
  selector: 'tov-balance',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="bar" role="group" [attr.aria-label]="label()">
      @for (stretch of shown(); track stretch.id) {
        <button
          type="button"
          class="{{ stretch.ink }}"
          [style.flex-grow]="stretch.share"
          [attr.aria-pressed]="chosen() === stretch.id"
          (click)="chosen.set(stretch.id)"
        >
          <span class="part" aria-hidden="true"></span>
          <span class="words"
            ><strong>{{ stretch.written }}</strong> {{ stretch.label }}</span
          >
        </button>
      }
    </div>
  `,
  styles: `
    .bar {
      display: flex;
      gap: 3px;
    }
    button {
      /* Its words are never cut, however short it is. */
      min-width: max-content;
      flex-basis: 0;
      display: grid;
      gap: 4px;
      padding: 0 0 2px;
      border: 0;
      border-bottom: 2px solid transparent;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      border-bottom-color: var(--ink);
    }
    .part {
      height: 18px;
      border-radius: 3px;
      background: var(--ink-of);
      border: 1px solid var(--edge);
    }
    .words {
      white-space: nowrap;
    }
    .kept {
      --edge: var(--spruce);
      --ink-of: var(--spruce);
    }
    .converted {
      --edge: var(--spruce);
      --ink-of: repeating-linear-gradient(135deg, var(--spruce) 0 3px, var(--spruce-wash) 3px 7px);
    }
    .asks {
      --edge: var(--saffron);
      --ink-of: repeating-linear-gradient(45deg, var(--saffron) 0 2px, var(--saffron-wash) 2px 8px);
    }
    .lost {
      --edge: var(--brick);
      --ink-of: var(--brick-wash);
    }
    @media (forced-colors: active) {
      .part {
        background: none;
      }
    }
  `,
})
export class Balance {
  readonly stretches = input.required<readonly Stretch[]>();
  /** What the bar is about, for those who hear it. */
  readonly label = input.required<string>();
  /** The stretch that is looked into. */
  readonly chosen = model<string | null>(null);

  protected readonly shown = computed(() => {
    const filled = this.stretches().filter(({ count }) => count > 0);
    const total = filled.reduce((sum, { count }) => sum + count, 0);
    return filled.map((stretch) => ({
      ...stretch,
      share: Math.max(LEAST, stretch.count / total),
      written: numbered(stretch.count),
    }));
  });
}
