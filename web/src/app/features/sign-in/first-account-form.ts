import { ChangeDetectionStrategy, Component, ElementRef, inject, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { firstAccountSchema, PASSWORD_MIN_LENGTH } from '@tovlet/core/contracts/studio';
import { FormLine } from '../../shared/forms/form-line';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { ScreenHeading } from '../../shell/screen-heading';
import { SessionStore } from '../../shell/session-store';

/** Makes the first account of a workspace that has none, and names the workspace. */
@Component({
  selector: 'tov-first-account-form',
  imports: [FormLine, MatButton, ReactiveFormsModule, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="lines" novalidate [formGroup]="form" (ngSubmit)="create()">
      <h1 i18n tovScreen="Set up your workspace" i18n-tovScreen>Set up your workspace</h1>
      <p i18n class="muted">The first account belongs to a developer, who may do everything.</p>
      <tov-form-line label="Name of the workspace" i18n-label [control]="form.controls.workspace" />
      <tov-form-line label="Your name" i18n-label autocomplete="name" [control]="form.controls.name" />
      <tov-form-line
        label="Email"
        i18n-label
        type="email"
        autocomplete="username"
        [control]="form.controls.email"
      />
      <tov-form-line
        label="Password"
        i18n-label
        type="password"
        autocomplete="new-password"
        hint="At least {{ least }} characters"
        i18n-hint
        [control]="form.controls.password"
      />
      <p class="error-text" role="alert">{{ sending.failure() }}</p>
      <button i18n matButton="filled" [disabled]="sending.busy()">Create workspace</button>
    </form>
  `,
})
export class FirstAccountForm {
  private readonly session = inject(SessionStore);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly entered = output();
  protected readonly least = PASSWORD_MIN_LENGTH;
  protected readonly sending = new Sending();
  protected readonly form = schemaForm(firstAccountSchema, {
    workspace: '',
    name: '',
    email: '',
    password: '',
  });

  protected async create(): Promise<void> {
    const work = () => this.session.createFirstAccount(this.form.getRawValue());
    if (await this.sending.send(this.form, this.element, work)) this.entered.emit();
  }
}
