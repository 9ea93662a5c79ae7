import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogRef } from '@angular/material/dialog';
import { AREAS } from './area';

/** The keys that work here, in a dialog. */
@Component({
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 id="keys-title">Keys</h1>
      <dl>
        @for (line of lines; track line.keys) {
          <div>
            <dt>
              <kbd>{{ line.keys }}</kbd>
            </dt>
            <dd>{{ line.does }}</dd>
          </div>
        }
      </dl>
      <div class="foot"><button type="button" matButton="filled" (click)="dialog.close()">Close</button></div>
    </div>
  `,
  styles: `
    dl {
      margin: 0;
      columns: 2;
      column-gap: 24px;
    }
    dl > div {
      display: flex;
      gap: 12px;
      padding: 4px 0;
      break-inside: avoid;
    }
    dt {
      min-width: 92px;
    }
    dd {
      margin: 0;
    }
    kbd {
      font: 12px var(--mono);
      border: 1px solid var(--line);
      border-radius: 4px;
      padding: 1px 6px;
      background: var(--sunken);
      white-space: nowrap;
    }
  `,
})
export class KeysDialog {
  protected readonly dialog = inject(MatDialogRef<KeysDialog>);
  protected readonly lines = [
    { keys: 'Ctrl+K', does: 'Find or do' },
    { keys: 'Ctrl+S', does: 'Save' },
    { keys: 'Ctrl+Z', does: 'Undo' },
    { keys: '[', does: 'Outline on or off' },
    { keys: ']', does: 'Inspector on or off' },
    { keys: 'Alt+↑ Alt+↓', does: 'Move a field, row or block' },
    { keys: 'Alt+Enter', does: 'From the sheet to the settings of a field; Esc goes back' },
    { keys: 'Esc', does: 'Back out' },
    { keys: '?', does: 'These keys' },
    ...inject(AREAS).map(({ key, label }) => ({ keys: `g ${key}`, does: label })),
  ];
}
