import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { FormGroup } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import type { entriesOfGone, PersonAnswer } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { PersonPicker } from '../../pickers/person/person-picker';
import { Sending } from '../../shared/forms/sending';
import { PeopleStore } from '../../shell/people-store';

/** Whom it is about, and how many entries they made. */
export interface Leaving {
  readonly person: PersonAnswer;
  readonly entries: number;
}

/** Asks what becomes of somebody's entries, and takes them out of the workspace. */
@Component({
  imports: [MatButton, MatRadioButton, MatRadioGroup, PersonPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 i18n id="remove-title">Remove {{ leaving.person.name }}?</h1>
      <p i18n>They are signed out everywhere and cannot come back without a new invitation.</p>
      @if (leaving.entries > 0) {
        <p id="remove-entries">{{ made }}</p>
        <mat-radio-group
          aria-labelledby="remove-entries"
          [value]="entries()"
          (change)="entries.set($event.value)"
        >
          <mat-radio-button i18n value="keep">Keep them, without an author</mat-radio-button>
          <mat-radio-button i18n value="give">Give them to somebody</mat-radio-button>
          @if (entries() === 'give') {
            <tov-person-picker
              label="Who gets the entries"
              i18n-label
              none="Choose somebody"
              i18n-none
              [value]="to()"
              (chosen)="to.set($event)"
            />
          }
          <mat-radio-button i18n value="delete">Delete them, except those that others need</mat-radio-button>
        </mat-radio-group>
      }
      <p class="error-text" role="alert">{{ sending.failure() }}</p>
      <div class="foot">
        <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
        <button
          type="button"
          matButton="filled"
          class="danger"
          [disabled]="!ready() || sending.busy()"
          (click)="remove()"
        >
          @if (entries() === 'delete') {
            <ng-container i18n>Remove with entries</ng-container>
          } @else {
            <ng-container i18n>Remove</ng-container>
          }
        </button>
      </div>
    </div>
  `,
  styles: `
    mat-radio-group {
      display: grid;
      gap: 4px;
    }
    tov-person-picker {
      margin-left: 28px;
    }
  `,
})
export class RemoveDialog {
  private readonly people = inject(PeopleStore);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly dialog = inject<MatDialogRef<RemoveDialog, boolean>>(MatDialogRef);
  protected readonly leaving = inject<Leaving>(MAT_DIALOG_DATA);
  protected readonly made = `${counted(this.leaving.entries, 'entry is', 'entries are')} theirs.`;
  protected readonly entries = signal<(typeof entriesOfGone)[number]>('keep');
  protected readonly to = signal<string | null>(null);
  protected readonly ready = computed(
    () => this.entries() !== 'give' || (this.to() !== null && this.to() !== this.leaving.person.id),
  );
  protected readonly sending = new Sending();

  protected async remove(): Promise<void> {
    const [entries, to] = [this.entries(), this.to()];
    const query = entries === 'give' && to !== null ? { entries, to } : { entries };
    const work = () => this.people.remove(this.leaving.person.id, query);
    if (await this.sending.send(new FormGroup({}), this.element, work)) this.dialog.close(true);
  }
}
