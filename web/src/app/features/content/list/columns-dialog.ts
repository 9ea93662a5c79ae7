import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { pathsFrom, type PathOption } from '@tovlet/core/paths/paths-from';
import { compileColumn } from '@tovlet/core/queries/column';
import { PathSearch } from '../../../pickers/path/path-search';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { Reorder, reordered } from '../../../shared/reorder';
import { columnsFrom, columnText, type ColumnPlace } from './list-columns';

/** What the dialog begins with. */
export interface ColumnsQuestion {
  readonly place: ColumnPlace;
  readonly texts: readonly string[];
  readonly standard: readonly string[];
}

/** As many as the server takes. */
const MOST = 24;

/** Chooses the columns of a list, and their order: any value that can be reached from its entries. */
@Component({
  imports: [CdkDrag, CdkDragHandle, CdkDropList, ICON_BUTTON, MatButton, MatIcon, PathSearch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 id="columns-title" i18n>Columns</h1>
      <ol cdkDropList (cdkDropListDropped)="drop($event)">
        @for (column of columns(); track column.text) {
          <li cdkDrag>
            <button
              type="button"
              matIconButton
              cdkDragHandle
              ariaLabel="Move {{ column.path.label }}: Alt and an arrow"
              i18n-ariaLabel
              [id]="'column-' + $index"
              (keydown)="key($event, $index)"
            >
              <mat-icon svgIcon="drag_indicator" />
            </button>
            <span>{{ column.path.label }}</span>
            <button
              type="button"
              matIconButton
              ariaLabel="Take out {{ column.path.label }}"
              i18n-ariaLabel
              (click)="remove(column.text)"
            >
              <mat-icon svgIcon="close" />
            </button>
          </li>
        } @empty {
          <li class="muted" i18n>Titles alone.</li>
        }
      </ol>
      @if (columns().length < most) {
        <tov-path-search
          label="Add a column"
          i18n-label
          placeholder="Add a column: altitude, wardens, area …"
          i18n-placeholder
          [options]="options()"
          (chosen)="add($event)"
        />
      }
      <div class="foot">
        <button type="button" matButton (click)="texts.set(question.standard)">
          <ng-container i18n>Standard columns</ng-container>
        </button>
        <span class="gap"></span>
        <button type="button" matButton="outlined" (click)="dialog.close()">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="button" matButton="filled" (click)="dialog.close(texts())">
          <ng-container i18n>Show these columns</ng-container>
        </button>
      </div>
    </div>
  `,
  styles: `
    ol {
      display: grid;
      gap: 2px;
      max-height: 46vh;
      margin: 0 0 10px;
      padding: 0;
      overflow: auto;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      gap: 6px;
      min-height: 32px;
      border-bottom: 1px solid var(--line);
      background: var(--raised);
    }
    li span {
      flex: 1;
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .gap {
      flex: 1;
    }
  `,
})
export class ColumnsDialog {
  private readonly reorder = inject(Reorder);
  protected readonly question = inject<ColumnsQuestion>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<ColumnsDialog, readonly string[]>>(MatDialogRef);
  protected readonly texts = signal<readonly string[]>(this.question.texts);
  protected readonly columns = computed(() => columnsFrom(this.texts(), this.question.place));
  protected readonly most = MOST;
  protected readonly options = computed(() => {
    const { from, context } = this.question.place;
    const taken = new Set(this.texts());
    // Titles stand in every list already.
    return pathsFrom(from, context, ({ keys }) => keys !== 'title').filter(
      ({ steps }) => !taken.has(columnText(steps)) && !('problem' in compileColumn(steps, from, context)),
    );
  });

  protected add({ steps }: PathOption): void {
    this.texts.update((texts) => [...texts, columnText(steps)]);
  }

  protected remove(text: string): void {
    this.texts.update((texts) => texts.filter((each) => each !== text));
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.texts.update((texts) => reordered(texts, previousIndex, currentIndex));
  }

  protected key(event: KeyboardEvent, index: number): void {
    const count = this.columns().length;
    const move = (to: number): void => this.texts.update((texts) => reordered(texts, index, to));
    const name = this.columns()[index]?.path.label ?? '';
    const target = index + (event.key === 'ArrowUp' ? -1 : 1);
    this.reorder.byKey(event, { index, count, name, handle: `column-${target}`, move });
  }
}
