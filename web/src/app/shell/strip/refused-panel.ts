import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { EditQueue } from '../edits/edit-queue';
import { StripPanel } from './strip-panel';

/** Changes that the server did not take, each with why, to be put away. */
@Component({
  selector: 'tov-refused-panel',
  imports: [MatButton, MatIcon, StripPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-strip-panel
      name="refused"
      heading="Refused changes"
      i18n-heading
      closeLabel="Close the refused changes"
      i18n-closeLabel
      (closed)="closed.emit()"
    >
      <ul>
        @for (edit of queue.refused(); track edit.id) {
          <li>
            <mat-icon svgIcon="error" />
            <span class="refused"
              >{{ edit.words }}<small class="muted">{{ edit.refused }}</small></span
            >
            <button i18n type="button" matButton="outlined" (click)="queue.putAway(edit.id)">Put away</button>
          </li>
        }
      </ul>
    </tov-strip-panel>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 0;
    }
    li {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 6px 14px;
    }
    mat-icon {
      color: var(--brick);
    }
    .refused {
      flex: 1;
      display: grid;
    }
  `,
})
export class RefusedPanel {
  protected readonly queue = inject(EditQueue);
  readonly closed = output();
}
