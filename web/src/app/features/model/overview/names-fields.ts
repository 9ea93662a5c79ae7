import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { ProposedNames } from './proposed-names';

/** Asks what something new is called, one of it and many. */
@Component({
  selector: 'tov-names-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="line"
      ><span i18n>Singular</span
      ><input
        #one
        class="control"
        name="singular"
        [value]="names().singular()"
        (input)="names().singular.set(one.value)"
        cdkFocusInitial
    /></label>
    <label class="line"
      ><span i18n>Plural</span
      ><input
        #many
        class="control"
        name="plural"
        [value]="names().plural()"
        (input)="names().typePlural(many.value)"
    /></label>
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class NamesFields {
  readonly names = input.required<ProposedNames>();
}
