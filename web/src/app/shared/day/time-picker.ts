import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
} from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { ICON_BUTTON } from '../icon-button';
import { TimeList } from './time-list';

/**
 * The button beside a box for a time: it opens a list of times, which is loaded then. The box itself stays one of text, as
 * a time that is half typed has to stay in it.
 */
@Component({
  selector: 'tov-time-picker',
  imports: [ICON_BUTTON, MatIcon, TimeList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      matIconButton
      aria-haspopup="listbox"
      ariaLabel="Choose {{ label() }} from a list"
      i18n-ariaLabel
      [attr.aria-expanded]="open()"
      [disabled]="disabled()"
      (click)="open.set(true)"
    >
      <mat-icon svgIcon="schedule" />
    </button>
    @if (open()) {
      @defer (on immediate) {
        <tov-time-list [label]="label()" [time]="time()" (chosen)="chosen.emit($event)" (closed)="close()" />
      }
    }
  `,
  styles: `
    :host {
      position: relative;
      display: inline-block;
    }
  `,
})
export class TimePicker {
  /** What the time is called. */
  readonly label = input.required<string>();
  /** The chosen time, such as 18:30; empty for none. */
  readonly time = input('');
  readonly disabled = input(false);
  readonly chosen = output<string>();
  protected readonly open = signal(false);
  private readonly injector = inject(Injector);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected close(): void {
    this.open.set(false);
    // The list gives the focus to its own box, which then goes: the button has it once that is gone.
    afterNextRender(() => this.element.querySelector('button')?.focus(), { injector: this.injector });
  }
}
