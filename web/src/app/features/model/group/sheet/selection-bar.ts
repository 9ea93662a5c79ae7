import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { ICON_BUTTON } from '../../../../shared/icon-button';
import { SheetEdits } from './sheet-edits';

/** What several fields can be set to together. */
const SETTINGS = [
  { words: say`Required`, patch: { required: true } },
  { words: say`Not required`, patch: { required: false } },
  { words: say`In the API`, patch: { inApi: true } },
  { words: say`Not in the API`, patch: { inApi: false } },
  { words: say`In lists of entries`, patch: { listColumn: true } },
  { words: say`Not in lists of entries`, patch: { listColumn: false } },
  { words: say`Found by search`, patch: { searchable: true } },
  { words: say`Not found by search`, patch: { searchable: false } },
  { words: say`Turned on`, patch: { active: true } },
  { words: say`Turned off`, patch: { active: false } },
] as const;

/** What can be done with several fields that are chosen together. */
@Component({
  selector: 'tov-selection-bar',
  imports: [ICON_BUTTON, MatButton, MatIcon, MatMenu, MatMenuItem, MatMenuTrigger],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'toolbar', 'aria-label': 'The chosen fields' },
  template: `
    <strong i18n>{{ ids().length }} fields chosen</strong>
    <button
      matIconButton
      type="button"
      aria-label="Move up"
      i18n-aria-label
      (click)="edits.move(ids(), 'up')"
    >
      <mat-icon svgIcon="arrow_upward" />
    </button>
    <button
      matIconButton
      type="button"
      aria-label="Move down"
      i18n-aria-label
      (click)="edits.move(ids(), 'down')"
    >
      <mat-icon svgIcon="arrow_downward" />
    </button>
    <button i18n matButton type="button" [matMenuTriggerFor]="settings">Set …</button>
    <button i18n matButton type="button" (click)="edits.copy(ids())">Copy</button>
    <button i18n matButton type="button" (click)="duplicated.emit()">Duplicate</button>
    <button i18n matButton type="button" (click)="removed.emit()">Remove</button>
    <button
      matIconButton
      type="button"
      class="end"
      aria-label="Choose none"
      i18n-aria-label
      (click)="cleared.emit()"
    >
      <mat-icon svgIcon="close" />
    </button>
    <mat-menu #settings="matMenu">
      @for (setting of all; track setting.words) {
        <button mat-menu-item type="button" (click)="edits.set(ids(), setting.patch)">
          {{ setting.words }}
        </button>
      }
    </mat-menu>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 4px;
      padding: 4px 8px 4px 12px;
      background: var(--spruce-wash);
      border-bottom: 1px solid var(--line);
    }
    strong {
      margin-right: 8px;
      font-weight: 600;
      white-space: nowrap;
    }
    .end {
      margin-left: auto;
    }
  `,
})
export class SelectionBar {
  readonly ids = input.required<readonly string[]>();
  readonly removed = output();
  readonly duplicated = output();
  readonly cleared = output();
  protected readonly edits = inject(SheetEdits);
  protected readonly all = SETTINGS;
}
