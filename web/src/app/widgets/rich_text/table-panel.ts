import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Editor } from '@tiptap/core';
import { tableTools } from './table-tools';

/** What is done with the table that the caret stands in. */
@Component({
  selector: 'tov-table-panel',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="toolbar" aria-label="Table" i18n-aria-label>
      @for (tool of tools; track tool.name) {
        <button type="button" matButton (click)="tool.run(editor())">{{ tool.name }}</button>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      border-bottom: 1px solid var(--line);
      background: var(--sunken);
    }
    div {
      display: flex;
      flex-wrap: wrap;
      gap: 0 2px;
      padding: 2px 4px;
    }
  `,
})
export class TablePanel {
  readonly editor = input.required<Editor>();
  protected readonly tools = tableTools;
}
