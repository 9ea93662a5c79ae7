import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { FocusAnswer, MediumAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';

const MIDDLE: FocusAnswer = { x: 0.5, y: 0.5 };

/** How far an arrow key moves the point, as a share of the picture; with Shift it goes further. */
const STEP = 0.01;
const STRIDE = 0.1;

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const within = (share: number): number => Math.round(Math.min(1, Math.max(0, share)) * 1000) / 1000;
const percent = (share: number): number => Math.round(share * 100);

/** A picture with the point that stays in sight wherever it is cut, and how it looks cut. */
@Component({
  selector: 'tov-focus-point',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="picture"
      #picture
      (pointerdown)="begin($event)"
      (pointermove)="move($event)"
      (pointerup)="end($event)"
      (pointercancel)="carried.set(null)"
    >
      <img [src]="address()" [alt]="medium().alt" draggable="false" />
      @if (!disabled()) {
        <button
          type="button"
          class="point"
          [style.left.%]="point().x * 100"
          [style.top.%]="point().y * 100"
          [attr.aria-label]="words()"
          (keydown)="step($event)"
        ></button>
      }
    </div>
    <div class="cuts">
      @for (cut of cuts; track cut.name) {
        <figure>
          <div [style.aspect-ratio]="cut.ratio">
            <img
              [src]="small()"
              alt=""
              [style.object-position]="point().x * 100 + '% ' + point().y * 100 + '%'"
            />
          </div>
          <figcaption>{{ cut.name }}</figcaption>
        </figure>
      }
    </div>
    @if (!disabled()) {
      <p class="muted">
        <ng-container i18n>The point stays in sight where the picture is cut.</ng-container>&ngsp;
        @if (medium().focus) {
          <button i18n type="button" matButton (click)="changed.emit(null)">Back to the middle</button>
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .picture {
      position: relative;
      justify-self: center;
      max-width: 100%;
      line-height: 0;
      touch-action: none;
    }
    .picture img {
      max-width: 100%;
      max-height: 300px;
      border-radius: var(--radius);
      user-select: none;
    }
    .point {
      position: absolute;
      width: 26px;
      height: 26px;
      margin: -13px 0 0 -13px;
      border: 2px solid #fff;
      border-radius: 50%;
      outline: 1px solid #0009;
      background: radial-gradient(circle, var(--saffron) 0 4px, transparent 4.5px);
      box-shadow: 0 0 0 2px #0004;
      cursor: grab;
    }
    .point:focus-visible {
      outline: 3px solid var(--spruce);
      outline-offset: 1px;
    }
    .cuts {
      display: flex;
      gap: 10px;
      align-items: end;
    }
    figure {
      margin: 0;
    }
    figure div {
      height: 64px;
    }
    figure img {
      width: 100%;
      height: 100%;
      border-radius: 4px;
      object-fit: cover;
    }
    figcaption {
      color: var(--muted);
      font-size: 12px;
    }
    p {
      margin: 0;
    }
  `,
})
export class FocusPoint {
  readonly medium = input.required<MediumAnswer>();
  readonly disabled = input(false);
  /** The point was put elsewhere; null for the middle. */
  readonly changed = output<FocusAnswer | null>();
  private readonly picture = viewChild.required<ElementRef<HTMLElement>>('picture');
  /** Where it is while it is carried. */
  protected readonly carried = signal<FocusAnswer | null>(null);
  protected readonly point = computed(() => this.carried() ?? this.medium().focus ?? MIDDLE);
  protected readonly words = computed(
    () =>
      say`Focus: ${percent(this.point().x)} % from the left, ${percent(this.point().y)} % from the top. Arrow keys move it.`,
  );
  protected readonly cuts = [
    { name: say`Square`, ratio: '1' },
    { name: say`Wide`, ratio: '3 / 2' },
    { name: say`Tall`, ratio: '2 / 3' },
  ];
  protected readonly small = computed(() => this.medium().variants[0]?.url ?? this.medium().url);
  protected readonly address = computed(() => this.medium().variants[1]?.url ?? this.small());

  private pointAt({ clientX, clientY }: PointerEvent): FocusAnswer {
    const box = this.picture().nativeElement.getBoundingClientRect();
    return {
      x: within((clientX - box.left) / box.width),
      y: within((clientY - box.top) / box.height),
    };
  }

  protected begin(event: PointerEvent): void {
    if (this.disabled() || event.button !== 0) return;
    this.picture().nativeElement.setPointerCapture(event.pointerId);
    this.carried.set(this.pointAt(event));
  }

  protected move(event: PointerEvent): void {
    if (this.carried()) this.carried.set(this.pointAt(event));
  }

  protected end(event: PointerEvent): void {
    if (!this.carried()) return;
    this.changed.emit(this.pointAt(event));
    this.carried.set(null);
  }

  protected step(event: KeyboardEvent): void {
    const arrow = ARROWS[event.key];
    if (!arrow) return;
    event.preventDefault();
    const far = event.shiftKey ? STRIDE : STEP;
    const { x, y } = this.point();
    this.changed.emit({ x: within(x + arrow[0] * far), y: within(y + arrow[1] * far) });
  }
}
