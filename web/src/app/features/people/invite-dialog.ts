import { ChangeDetectionStrategy, Component, ElementRef, inject, signal } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatDialogRef } from '@angular/material/dialog';
import { invitationSchema, type InvitedAnswer } from '@tovlet/core/contracts/studio';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { PeopleStore } from '../../shell/people-store';
import { AccountLines, type Account } from './account-lines';
import { LinkBox } from './link-box';

/** Invites somebody: asks who they are, then shows the link to give them. */
@Component({
  imports: [AccountLines, LinkBox, MatButton, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (invited(); as invited) {
      <div class="dialog">
        <h1 i18n id="invite-title">{{ invited.person.name }} is invited</h1>
        <tov-link-box [link]="invited.link" [name]="invited.person.name" />
        <div class="foot">
          <button i18n type="button" matButton="filled" (click)="dialog.close(invited.person.id)">
            Done
          </button>
        </div>
      </div>
    } @else {
      <form class="dialog" novalidate [formGroup]="form" (ngSubmit)="invite()">
        <h1 i18n id="invite-title">Invite somebody</h1>
        <tov-account-lines [form]="form" />
        <p class="error-text" role="alert">{{ sending.failure() }}</p>
        <div class="foot">
          <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
          <button i18n matButton="filled" [disabled]="sending.busy()">Make the link</button>
        </div>
      </form>
    }
  `,
})
export class InviteDialog {
  private readonly people = inject(PeopleStore);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly dialog = inject<MatDialogRef<InviteDialog, string>>(MatDialogRef);
  protected readonly sending = new Sending();
  protected readonly invited = signal<InvitedAnswer | null>(null);
  protected readonly form = schemaForm<Account>(invitationSchema, { name: '', email: '', role: 'editor' });

  protected async invite(): Promise<void> {
    await this.sending.send(this.form, this.element, async () =>
      this.invited.set(await this.people.invite(this.form.getRawValue())),
    );
  }
}
