import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import type { MediaChange } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { MEDIA } from '@tovlet/core/model/subjects';
import { maySee, mayChange, personWith } from '@tovlet/core/access/audience';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term as termField } from '@tovlet/core/fields/term/term';
import { Confirm } from '../../shared/confirm';
import { Dialogs } from '../../shared/dialogs';
import { ModelStore } from '../../shell/model-store';
import { SessionStore } from '../../shell/session-store';
import { FoldersStore } from './folders/folders-store';
import type { TagQuestion } from './tag-dialog';

/** What can be done with the chosen media. */
@Component({
  selector: 'tov-many-bar',
  imports: [MatButton, MatMenu, MatMenuItem, MatMenuTrigger],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="bar" role="group" aria-label="The chosen media" i18n-aria-label>
      <strong role="status">{{ words() }}</strong>
      <button i18n type="button" matButton="outlined" [matMenuTriggerFor]="places">Move to…</button>
      <mat-menu #places>
        @for (folder of folders.options(); track folder.value) {
          <button mat-menu-item (click)="changed.emit({ kind: 'move', folder: folder.value })">
            {{ folder.label }}
          </button>
        }
        <button i18n mat-menu-item (click)="changed.emit({ kind: 'move', folder: null })">
          In no folder
        </button>
      </mat-menu>
      @for (field of fields(); track field.id) {
        <button type="button" matButton="outlined" (click)="tag(field.id, field.label, field.taxonomy)">
          {{ field.label }}…
        </button>
      }
      <button i18n type="button" matButton class="danger" (click)="remove()">Put into the bin…</button>
      <button i18n type="button" matButton (click)="cleared.emit()">Choose none</button>
    </div>
  `,
  styles: `
    .bar {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 8px;
      align-items: center;
      margin-bottom: 12px;
      padding: 6px 10px;
      border: 1px solid var(--spruce);
      border-radius: var(--radius);
      background: var(--spruce-wash);
    }
    strong {
      margin-right: 6px;
    }
  `,
})
export class ManyBar {
  readonly count = input.required<number>();
  readonly changed = output<MediaChange>();
  readonly cleared = output();
  protected readonly folders = inject(FoldersStore);
  private readonly model = inject(ModelStore);
  private readonly session = inject(SessionStore);
  private readonly confirm = inject(Confirm);
  private readonly dialogs = inject(Dialogs);
  protected readonly words = computed(() => say`${counted(this.count(), 'file', 'files')} chosen`);

  /** The fields of terms that whoever is here may change. */
  protected readonly fields = computed(() => {
    const role = this.session.person()?.role ?? 'reader';
    const fields = this.model.compiled().subjectById.get(MEDIA)?.fields ?? [];
    return fields.flatMap((field) => {
      const taxonomy = settingsOf(termField, field.field)?.taxonomy;
      if (!taxonomy || !maySee(personWith(role), field) || !mayChange(role, field)) return [];
      return [{ id: field.id, label: field.label, taxonomy }];
    });
  });

  protected async tag(field: string, label: string, taxonomy: string): Promise<void> {
    const { TagDialog } = await import('./tag-dialog');
    const data: TagQuestion = { label, taxonomy, words: this.words() };
    const chosen = await this.dialogs.ask<{ readonly term: string; readonly has: boolean }>(TagDialog, {
      data,
      width: '420px',
      ariaLabelledBy: 'tag-title',
    });
    if (chosen) this.changed.emit({ kind: 'term', field, ...chosen });
  }

  protected async remove(): Promise<void> {
    const isSure = await this.confirm.ask({
      title: say`Put ${counted(this.count(), 'file', 'files')} into the bin?`,
      text: say`What uses them shows nothing there until they come back.`,
      yes: say`Put into the bin`,
    });
    if (isSure) this.changed.emit({ kind: 'delete' });
  }
}
