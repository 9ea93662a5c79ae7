import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../../forms/widget';

/** A computed value: shown as it comes out, never typed. */
@Component({
  selector: 'tov-computed-widget',
  imports: [Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <output
      class="result"
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      >{{ shown() || ('Nothing yet' | said) }}</output
    >
  `,
  styles: `
    .result {
      display: block;
      padding: 6px 10px;
      border: 1px dashed var(--line-strong);
      border-radius: var(--radius);
      background: var(--sunken);
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class ComputedWidget extends Widget {
  protected readonly shown = computed(() => {
    const shown = this.field().behaviour.display(this.value(), undefined);
    return 'text' in shown ? shown.text : '';
  });
}
