import { person } from '@tovlet/core/fields/person/person';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../../forms/widget';
import { PersonPicker } from '../../pickers/person/person-picker';

/** One of the people of the workspace. */
@Component({
  selector: 'tov-person-widget',
  imports: [PersonPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-person-picker
      [value]="chosen()"
      [roles]="settings().roles"
      [label]="name() ?? field().label"
      [disabled]="disabled()"
      [inputId]="inputId()"
      [describedBy]="describedBy()"
      [invalid]="invalid()"
      (chosen)="commit()($event)"
    />
  `,
})
export class PersonWidget extends Widget {
  protected readonly settings = computed(() => person.read(this.field().field.settings));
  protected readonly chosen = computed(() => {
    const value = this.value();
    return typeof value === 'string' && value !== '' ? value : null;
  });
}
