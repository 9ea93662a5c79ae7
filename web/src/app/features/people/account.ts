import { say } from '@tovlet/core/locale/say';
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
import { accountSaveSchema, type PersonAnswer, type SignInLink } from '@tovlet/core/contracts/studio';
import { Dialogs } from '../../shared/dialogs';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { Notices } from '../../shared/notices';
import { PeopleStore } from '../../shell/people-store';
import { SessionStore } from '../../shell/session-store';
import { AccountLines, type Account as Lines } from './account-lines';
import { LinkBox } from './link-box';
import { RemoveDialog, type Leaving } from './remove-dialog';

/** Somebody's account: what they are called, how they sign in, what they may do, and how they come and go. */
@Component({
  selector: 'tov-account',
  imports: [AccountLines, LinkBox, MatButton, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="lines" novalidate [formGroup]="form" (ngSubmit)="save()">
      <h2 i18n>Account</h2>
      <tov-account-lines [form]="form" [mayGiveRoles]="session.canModel()" />
      <p class="error-text" role="alert">{{ sending.failure() }}</p>
      @if (link(); as link) {
        <tov-link-box [link]="link" [name]="person().name" />
      }
      <div class="actions">
        <button i18n matButton="filled" [disabled]="sending.busy()">Save the account</button>
        @if (session.canModel()) {
          <button type="button" matButton="outlined" (click)="makeLink()">
            @if (person().joined) {
              <ng-container i18n>Link for a new password</ng-container>
            } @else {
              <ng-container i18n>New invitation link</ng-container>
            }
          </button>
          @if (person().id !== session.person()?.id) {
            <button i18n type="button" matButton class="danger" (click)="remove()">Remove…</button>
          }
        }
      </div>
    </form>
  `,
  styles: `
    form {
      max-width: 460px;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
})
export class Account {
  private readonly people = inject(PeopleStore);
  protected readonly session = inject(SessionStore);
  private readonly notices = inject(Notices);
  private readonly dialogs = inject(Dialogs);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly person = input.required<PersonAnswer>();
  readonly removed = output();
  protected readonly sending = new Sending();
  protected readonly link = signal<SignInLink | null>(null);
  protected readonly form = schemaForm<Lines>(accountSaveSchema, { name: '', email: '', role: 'reader' });
  private shown = '';

  constructor() {
    effect(() => {
      const { id, name, email, role } = this.person();
      const another = this.shown !== id;
      // What is being typed stays when others change something else meanwhile.
      if (!another && this.form.dirty) return;
      this.shown = id;
      if (another) this.link.set(null);
      this.form.reset({ name, email: email ?? '', role });
    });
  }

  protected async save(): Promise<void> {
    const work = () => this.people.saveAccount(this.person(), this.form.getRawValue());
    if (!(await this.sending.send(this.form, this.element, work))) return;
    this.form.markAsPristine();
    if (this.person().id === this.session.person()?.id) await this.session.load();
    this.notices.say(say`The account of ${this.person().name} was saved.`);
  }

  protected async makeLink(): Promise<void> {
    try {
      this.link.set(await this.people.newLink(this.person().id));
    } catch (error) {
      this.notices.fail(error);
    }
  }

  protected async remove(): Promise<void> {
    const person = this.person();
    try {
      const data: Leaving = { person, entries: await this.people.authoredBy(person.id) };
      const config = { data, width: '460px', ariaLabelledBy: 'remove-title' };
      if (!(await this.dialogs.ask<boolean>(RemoveDialog, config))) return;
      this.notices.say(say`${person.name} was removed.`);
      this.removed.emit();
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
