import { person } from '@tovlet/core/fields/person/person';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { PeopleStore } from '../../shell/people-store';
import { Widget } from '../../forms/widget';

/** One of the people of the workspace. */
@Component({
  selector: 'tov-person-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      #box
      class="control"
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [disabled]="disabled()"
      (change)="commit()(box.value === '' ? null : box.value)"
    >
      <option value="" [selected]="value() === null || value() === ''">Nobody</option>
      @for (person of offered(); track person.id) {
        <option [value]="person.id" [selected]="person.id === value()">{{ person.name }}</option>
      }
      @if (gone()) {
        <option [value]="value()" selected>Somebody who is no longer here</option>
      }
    </select>
  `,
})
export class PersonWidget extends Widget {
  protected readonly settings = computed(() => person.read(this.field().field.settings));
  private readonly people = inject(PeopleStore);
  protected readonly offered = computed(() => {
    const { roles: wanted } = this.settings();
    return this.people
      .all()
      .filter(({ id, role }) => wanted.length === 0 || wanted.includes(role) || id === this.value());
  });
  protected readonly gone = computed(
    () =>
      typeof this.value() === 'string' &&
      this.value() !== '' &&
      this.people.all().length > 0 &&
      !this.people.find(String(this.value())),
  );

  constructor() {
    super();
    void this.people.start();
  }
}
