import {
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { linkUseSchema, PASSWORD_MIN_LENGTH, type LinkAnswer } from '@tovlet/core/contracts/studio';
import { FormLine } from '../../shared/forms/form-line';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { problemText } from '../../shared/problem';
import { ScreenHeading } from '../../shell/screen-heading';
import { SessionStore } from '../../shell/session-store';

/** Lets somebody in who comes by a link: they choose a password. */
@Component({
  selector: 'tov-link-form',
  imports: [FormLine, MatButton, ReactiveFormsModule, RouterLink, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (whom(); as whom) {
      <form class="lines" novalidate [formGroup]="form" (ngSubmit)="join()">
        <h1 tovScreen="Welcome · {{ session.workspaceName() }}" i18n-tovScreen>
          {{ whom.invited ? 'Welcome' : 'Welcome back' }}, {{ whom.name }}
        </h1>
        <p class="muted">
          {{ whom.invited ? 'You are invited to' : 'Choose a new password for' }}
          {{ session.workspaceName() }}. You sign in as {{ whom.email }}.
        </p>
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
        <button i18n matButton="filled" [disabled]="sending.busy()">Come in</button>
      </form>
    } @else if (ended()) {
      <h1 i18n tovScreen="A link that has ended" i18n-tovScreen>This link leads nowhere now</h1>
      <p role="alert">{{ ended() }}</p>
      <a i18n matButton="outlined" routerLink="/sign-in">Sign in</a>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      justify-items: start;
    }
    .lines {
      width: 100%;
    }
  `,
})
export class LinkForm {
  protected readonly session = inject(SessionStore);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly token = input.required<string>();
  readonly entered = output();
  protected readonly least = PASSWORD_MIN_LENGTH;
  protected readonly whom = signal<LinkAnswer | null>(null);
  protected readonly ended = signal('');
  protected readonly sending = new Sending();
  protected readonly form = schemaForm(linkUseSchema, { password: '' });

  constructor() {
    effect(() => void this.look(this.token()));
  }

  protected async join(): Promise<void> {
    const { password } = this.form.getRawValue();
    const work = () => this.session.joinByLink(this.token(), password);
    if (await this.sending.send(this.form, this.element, work)) this.entered.emit();
  }

  private async look(token: string): Promise<void> {
    try {
      this.whom.set(await this.session.describeLink(token));
    } catch (error) {
      this.ended.set(problemText(error));
    }
  }
}
