import { A11yModule } from '@angular/cdk/a11y';
import { CdkConnectedOverlay, CdkOverlayOrigin } from '@angular/cdk/overlay';
import { ChangeDetectionStrategy, Component, ElementRef, inject, input, output, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { ICON_BUTTON } from '../icon-button';
import { DayCalendar } from './day-calendar';

/**
 * The button beside a box for a day: it opens a calendar, which is loaded then. The box itself stays one of text, as a day
 * that is half typed has to stay in it.
 */
@Component({
  selector: 'tov-day-picker',
  imports: [A11yModule, CdkConnectedOverlay, CdkOverlayOrigin, DayCalendar, ICON_BUTTON, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      matIconButton
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      aria-haspopup="dialog"
      ariaLabel="Choose {{ label() }} in a calendar"
      i18n-ariaLabel
      [attr.aria-expanded]="open()"
      [disabled]="disabled()"
      (click)="open.set(true)"
    >
      <mat-icon svgIcon="calendar_today" />
    </button>
    <ng-template
      cdkConnectedOverlay
      cdkConnectedOverlayHasBackdrop
      cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
      [cdkConnectedOverlayOrigin]="origin"
      [cdkConnectedOverlayOpen]="open()"
      (backdropClick)="close()"
      (detach)="close()"
    >
      <div class="day-calendar" role="dialog" aria-modal="true" [attr.aria-label]="label()" cdkTrapFocus>
        @defer (when open()) {
          <tov-day-calendar [day]="day()" [min]="min()" [max]="max()" (chosen)="choose($event)" />
        }
      </div>
    </ng-template>
  `,
})
export class DayPicker {
  /** What the day is called. */
  readonly label = input.required<string>();
  /** The chosen day, such as 2026-05-31; empty for none. */
  readonly day = input('');
  readonly min = input<string | null>(null);
  readonly max = input<string | null>(null);
  readonly disabled = input(false);
  readonly chosen = output<string>();
  protected readonly open = signal(false);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected choose(day: string): void {
    this.close();
    this.chosen.emit(day);
  }

  protected close(): void {
    if (!this.open()) return;
    this.open.set(false);
    this.element.querySelector('button')?.focus();
  }
}
