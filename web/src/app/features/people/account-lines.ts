import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FormGroup } from '@angular/forms';
import { roles, type Role } from '@tovlet/core/roles';
import { Choice } from '../../shared/choice';
import { FormLine } from '../../shared/forms/form-line';
import type { ControlsOf } from '../../shared/forms/schema-form';
import { roleChoices } from './role-choices';

/** What of an account is filled in. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** The lines about somebody: what they are called, how they sign in, what they may do. */
@Component({
  selector: 'tov-account-lines',
  imports: [Choice, FormLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-form-line label="Name" i18n-label [first]="true" [control]="form().controls.name" />
    <tov-form-line label="Email" i18n-label type="email" [control]="form().controls.email" />
    <div class="line-like">
      <span i18n aria-hidden="true">Role</span>
      <tov-choice
        label="Role"
        i18n-label
        [options]="choices"
        [value]="form().controls.role.value"
        [disabled]="!mayGiveRoles()"
        (chosen)="choose($event)"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
  `,
})
export class AccountLines {
  readonly form = input.required<FormGroup<ControlsOf<Account>>>();
  readonly mayGiveRoles = input(true);
  protected readonly choices = roleChoices;

  protected choose(chosen: string | null): void {
    const role = roles.find((each) => each === chosen);
    if (!role) return;
    this.form().controls.role.setValue(role);
    this.form().markAsDirty();
  }
}
