import { ChangeDetectionStrategy, Component, ElementRef, inject, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { signInSchema } from '@tovlet/core/contracts/studio';
import { FormLine } from '../../shared/forms/form-line';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { SessionStore } from '../../shell/session-store';

/** Signs in with email and password. */
@Component({
  selector: 'tov-password-form',
  imports: [FormLine, MatButton, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="lines" novalidate [formGroup]="form" (ngSubmit)="signIn()">
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
        autocomplete="current-password"
        [control]="form.controls.password"
      />
      <p class="error-text" role="alert">{{ sending.failure() }}</p>
      <button i18n matButton="filled" [disabled]="sending.busy()">Sign in</button>
      <p i18n class="muted">
        Password forgotten? A developer of the workspace can give you a link for a new one.
      </p>
    </form>
  `,
})
export class PasswordForm {
  private readonly session = inject(SessionStore);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly entered = output();
  protected readonly sending = new Sending();
  protected readonly form = schemaForm(signInSchema, { email: '', password: '' });

  protected async signIn(): Promise<void> {
    const { email, password } = this.form.getRawValue();
    const work = () => this.session.signIn(email, password);
    if (await this.sending.send(this.form, this.element, work)) this.entered.emit();
  }
}
