import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { FolderSave } from '@tovlet/core/contracts/studio';
import { Choice } from '../../../shared/choice';
import type { ChoiceOption } from '../../../shared/choice-option';
import { problemText } from '../../../shared/problem';

/** What the dialog begins with. */
export interface FolderQuestion {
  readonly title: string;
  readonly name: string;
  readonly parent: string | null;
  /** The folders it may lie in. */
  readonly places: readonly ChoiceOption[];
  /** Saves it; what it throws is shown, and the dialog stays. */
  save(folder: FolderSave): Promise<void>;
}

/** Asks what a folder is to be called, and where it lies. */
@Component({
  imports: [Choice, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); finish(box.value)">
      <h1 id="folder-title">{{ question.title }}</h1>
      <label for="folder-name" i18n>Name of the folder</label>
      <input
        #box
        id="folder-name"
        class="control"
        maxlength="80"
        [value]="question.name"
        [attr.aria-invalid]="problem() !== ''"
        aria-describedby="folder-problem"
        (input)="problem.set('')"
      />
      <p id="folder-problem" class="error-text" role="alert">{{ problem() }}</p>
      @if (question.places.length > 0) {
        <label for="folder-place" i18n>Lies in</label>
        <tov-choice
          inputId="folder-place"
          label="Lies in"
          i18n-label
          none="No other folder"
          i18n-none
          [options]="question.places"
          [value]="parent()"
          (chosen)="parent.set($event)"
        />
      }
      <div class="foot">
        <button type="button" matButton="outlined" (click)="dialog.close()">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="submit" matButton="filled" [disabled]="busy()">
          <ng-container i18n>Save the folder</ng-container>
        </button>
      </div>
    </form>
  `,
  styles: `
    .control {
      width: 100%;
    }
    p {
      min-height: 20px;
      margin: 2px 0 6px;
    }
  `,
})
export class FolderDialog {
  protected readonly question = inject<FolderQuestion>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<FolderDialog, boolean>>(MatDialogRef);
  protected readonly parent = signal(this.question.parent);
  protected readonly problem = signal('');
  protected readonly busy = signal(false);

  protected async finish(text: string): Promise<void> {
    this.busy.set(true);
    try {
      await this.question.save({ name: text, parent: this.parent() });
      this.dialog.close(true);
    } catch (error) {
      this.problem.set(problemText(error));
    } finally {
      this.busy.set(false);
    }
  }
}
