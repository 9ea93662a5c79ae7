import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Role } from '@tovlet/core/roles';
import { Choice } from '../../shared/choice';
import { PeopleStore } from '../../shell/people-store';

/** Chooses one of the people of the workspace. */
@Component({
  selector: 'tov-person-picker',
  imports: [Choice, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-choice
      [options]="offered()"
      [value]="value()"
      [none]="none()"
      [gone]="people.all().length > 0 ? ('Somebody who is no longer here' | said) : undefined"
      [label]="label()"
      [disabled]="disabled()"
      [inputId]="inputId()"
      [describedBy]="describedBy()"
      [invalid]="invalid()"
      (chosen)="chosen.emit($event)"
    />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class PersonPicker {
  protected readonly people = inject(PeopleStore);
  /** The id of the person. */
  readonly value = input.required<string | null>();
  /** The roles of those who are offered; everybody where it is empty. */
  readonly roles = input<readonly Role[]>([]);
  readonly none = input('Nobody');
  readonly label = input.required<string>();
  readonly disabled = input(false);
  readonly inputId = input('');
  readonly describedBy = input<string | null>(null);
  readonly invalid = input(false);
  readonly chosen = output<string | null>();

  /** Who is chosen stays among those offered, whatever their role is now. */
  protected readonly offered = computed(() =>
    this.people
      .all()
      .filter(
        ({ id, role }) => this.roles().length === 0 || this.roles().includes(role) || id === this.value(),
      )
      .map(({ id, name }) => ({ value: id, label: name })),
  );

  constructor() {
    void this.people.start();
  }
}
