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
      <h1 tovScreen="Set up your workspace">Set up your workspace</h1>
      <p class="muted">The first account belongs to a developer, who may do everything.</p>
      <tov-form-line label="Name of the workspace" [control]="form.controls.workspace" />
      <tov-form-line label="Your name" autocomplete="name" [control]="form.controls.name" />
      <tov-form-line label="Email" type="email" autocomplete="username" [control]="form.controls.email" />
      <tov-form-line
        label="Password"
        type="password"
        autocomplete="new-password"
        [hint]="'At least ' + least + ' characters'"
        [control]="form.controls.password"
      />
      <p class="error-text" role="alert">{{ sending.failure() }}</p>
      <button matButton="filled" [disabled]="sending.busy()">Create workspace</button>
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
