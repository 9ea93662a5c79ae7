import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { timeFrom } from '@tovlet/core/fields/time/time';
import { READER_LOCALE } from '../../shared/reader-locale';
import { timeFor } from '../../shared/day/moments';
import { TimePicker } from '../../shared/day/time-picker';
import { Typing } from '../../shared/typed/typing';
import { Widget } from '../../forms/widget';

/** A time of day as people type it: 18:30, 18.30 or 6:30 pm. */
@Component({
  selector: 'tov-time-widget',
  imports: [TimePicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
      <input
        #box
        class="control"
        autocomplete="off"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [placeholder]="example"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="type(box.value)"
        (blur)="typing.end()"
      />
      <tov-time-picker
        [label]="name() ?? field().label"
        [time]="chosen()"
        [disabled]="disabled()"
        (chosen)="choose($event)"
      />
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 2px;
      align-items: center;
    }
    .control {
      max-width: 110px;
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class TimeWidget extends Widget {
  private readonly locale = inject(READER_LOCALE);
  protected readonly typing = new Typing();
  protected readonly example = timeFor(this.locale, '18:30');
  protected readonly shown = computed(() => {
    const value = this.value();
    return this.typing.textFor(value) ?? (value === null ? '' : timeFor(this.locale, String(value)));
  });

  /** The time for the list; nothing while it is none. */
  protected readonly chosen = computed(() => timeFrom(String(this.value() ?? '')) ?? '');

  protected choose(time: string): void {
    this.typing.end();
    this.commit()(time);
  }

  protected type(text: string): void {
    const value = text.trim() === '' ? null : (timeFrom(text) ?? text);
    this.typing.note(text, value);
    this.commit()(value);
  }
}
