import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { isJsonObject } from '@tovlet/core/json';
import { Widget } from '../../forms/widget';

interface LinkParts {
  readonly url: string;
  readonly text: string;
  readonly newTab: boolean;
}

/** An address with the words that lead there. */
@Component({
  selector: 'tov-link-widget',
  imports: [MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="parts" role="group" [attr.aria-label]="name() ?? field().label">
      <input
        #url
        class="control"
        inputmode="url"
        placeholder="https:// or /page"
        [id]="inputId()"
        ariaLabel="{{ name() ?? field().label }}, address"
        i18n-ariaLabel
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [disabled]="disabled()"
        [value]="parts().url"
        (input)="change({ url: url.value })"
      />
      <input
        #words
        class="control"
        placeholder="Words of the link"
        i18n-placeholder
        ariaLabel="{{ name() ?? field().label }}, words"
        i18n-ariaLabel
        [disabled]="disabled()"
        [value]="parts().text"
        (input)="change({ text: words.value })"
      />
      @if (!compact()) {
        <mat-checkbox
          i18n
          [checked]="parts().newTab"
          [disabled]="disabled()"
          (change)="change({ newTab: !parts().newTab })"
          >Opens a new tab</mat-checkbox
        >
      }
    </div>
  `,
  styles: `
    .parts {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
    }
    .control {
      flex: 1 1 180px;
    }
  `,
})
export class LinkWidget extends Widget {
  protected readonly parts = computed<LinkParts>(() => {
    const value = this.value();
    if (!isJsonObject(value)) return { url: typeof value === 'string' ? value : '', text: '', newTab: false };
    const { url, text, newTab } = value;
    return {
      url: typeof url === 'string' ? url : '',
      text: typeof text === 'string' ? text : '',
      newTab: newTab === true,
    };
  });

  protected change(part: Partial<LinkParts>): void {
    const next = { ...this.parts(), ...part };
    this.commit()(next.url === '' && next.text === '' ? null : next);
  }
}
