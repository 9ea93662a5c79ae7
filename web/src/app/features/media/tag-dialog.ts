import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { Choice } from '../../shared/choice';
import { TermsStore } from '../../shell/terms-store';

/** What is asked. */
export interface TagQuestion {
  /** What the field is called. */
  readonly label: string;
  /** The id of the taxonomy whose terms it holds. */
  readonly taxonomy: string;
  /** How many media it is about, in words. */
  readonly words: string;
}

/** Asks for a term that several media get, or no longer have. */
@Component({
  imports: [Choice, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 id="tag-title">{{ question.label }}</h1>
      <p class="muted">{{ question.words }}</p>
      <tov-choice
        [label]="question.label"
        [options]="options()"
        [value]="term()"
        (chosen)="term.set($event)"
      />
      <div class="foot">
        <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
        <button i18n type="button" matButton="outlined" [disabled]="!term()" (click)="finish(false)">
          Take it off
        </button>
        <button i18n type="button" matButton="filled" [disabled]="!term()" (click)="finish(true)">
          Put it on
        </button>
      </div>
    </div>
  `,
})
export class TagDialog {
  protected readonly question = inject<TagQuestion>(MAT_DIALOG_DATA);
  protected readonly dialog =
    inject<MatDialogRef<TagDialog, { readonly term: string; readonly has: boolean }>>(MatDialogRef);
  private readonly terms = inject(TermsStore);
  protected readonly term = signal<string | null>(null);
  protected readonly options = computed(() =>
    this.terms
      .linesOf(this.question.taxonomy)
      .map(({ id, label, depth }) => ({ value: id, label: `${'\u2003'.repeat(depth)}${label}` })),
  );

  constructor() {
    void this.terms.start();
  }

  protected finish(has: boolean): void {
    const term = this.term();
    if (term !== null) this.dialog.close({ term, has });
  }
}
