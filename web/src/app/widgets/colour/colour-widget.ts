import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../../forms/widget';

/** A colour: chosen in the browser's own picker, or typed. */
@Component({
  selector: 'tov-colour-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
      <input
        #picker
        type="color"
        ariaLabel="{{ name() ?? field().label }}, picker"
        i18n-ariaLabel
        [disabled]="disabled()"
        [value]="sample()"
        (input)="commit()(picker.value)"
      />
      <input
        #box
        class="control mono"
        spellcheck="false"
        placeholder="#1f5f55"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="commit()(box.value === '' ? null : box.value)"
      />
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .control {
      max-width: 120px;
    }
    [type='color'] {
      width: 34px;
      height: 30px;
      padding: 2px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
    }
  `,
})
export class ColourWidget extends Widget {
  protected readonly shown = computed(() => (typeof this.value() === 'string' ? String(this.value()) : ''));
  protected readonly sample = computed(() =>
    /^#[0-9a-f]{6}$/.test(this.shown()) ? this.shown() : '#ffffff',
  );
}
