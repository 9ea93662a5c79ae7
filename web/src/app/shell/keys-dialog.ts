import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogRef } from '@angular/material/dialog';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { AREAS } from './area';
import { Shortcuts, type Shortcut } from './shortcuts';

/** The keys that work here, in a dialog; single keys can be switched off and changed. */
@Component({
  imports: [MatButton, MatSlideToggle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 i18n id="keys-title">Keys</h1>
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
      <section aria-labelledby="single-keys">
        <header>
          <h2 i18n id="single-keys">Single keys</h2>
          <mat-slide-toggle i18n [checked]="shortcuts.on()" (change)="shortcuts.on.set($event.checked)"
            >On</mat-slide-toggle
          >
        </header>
        <dl>
          @for (line of shortcuts.list(); track line.shortcut) {
            <div>
              <dt>
                <input
                  #box
                  class="control mono"
                  maxlength="2"
                  ariaLabel="Key: {{ line.does }}"
                  i18n-ariaLabel
                  [disabled]="!shortcuts.on()"
                  [value]="line.key"
                  (focus)="box.select()"
                  (change)="choose(line.shortcut, box)"
                />
              </dt>
              <dd>{{ line.does }}</dd>
            </div>
          }
          @for (area of areas; track area.key) {
            <div>
              <dt>
                <kbd>{{ shortcuts.keyOf('go') }} {{ area.key }}</kbd>
              </dt>
              <dd>{{ area.label }}</dd>
            </div>
          }
        </dl>
        <p class="error-text" role="alert">{{ problem() }}</p>
      </section>
      <div class="foot">
        <button i18n type="button" matButton (click)="shortcuts.reset()">Keys of the beginning</button>
        <button i18n type="button" matButton="filled" (click)="dialog.close()">Close</button>
      </div>
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
      align-items: center;
      padding: 4px 0;
      break-inside: avoid;
    }
    dt {
      min-width: 92px;
    }
    dd {
      margin: 0;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
      margin-bottom: 4px;
    }
    kbd {
      font: 12px var(--mono);
      border: 1px solid var(--line);
      border-radius: 4px;
      padding: 1px 6px;
      background: var(--sunken);
      white-space: nowrap;
    }
    .control {
      width: 44px;
      text-align: center;
    }
  `,
})
export class KeysDialog {
  protected readonly dialog = inject(MatDialogRef<KeysDialog>);
  protected readonly shortcuts = inject(Shortcuts);
  protected readonly areas = inject(AREAS);
  protected readonly problem = signal('');
  protected readonly lines = [
    { keys: say`Ctrl+K`, does: say`Find or do` },
    { keys: say`Ctrl+S`, does: say`Save` },
    { keys: say`Ctrl+Z`, does: say`Undo` },
    { keys: say`Alt+↑ Alt+↓`, does: say`Move a field, row or block` },
    { keys: say`Alt+Enter`, does: say`From the sheet to the settings of a field; Esc goes back` },
    { keys: say`Alt+2 Alt+3`, does: say`Another type for the field that is added` },
    { keys: 'Esc', does: say`Back out` },
  ];

  protected choose(shortcut: Shortcut, box: HTMLInputElement): void {
    this.problem.set(this.shortcuts.choose(shortcut, box.value) ?? '');
    box.value = this.shortcuts.keyOf(shortcut);
  }
}
