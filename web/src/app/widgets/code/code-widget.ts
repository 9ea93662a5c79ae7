import { code } from '@tovlet/core/fields/code/code';
import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import type { EditorView } from '@codemirror/view';
import { fetched } from '../../fetching/fetched';
import { CodeEditor } from '../../shared/code-editor';
import { Widget } from '../../forms/widget';

/**
 * Program text in an editor that knows its language. Tab leaves the field, as keyboards need it; in the cells of rows, and where
 * nothing may be changed, it is plain text.
 */
@Component({
  selector: 'tov-code-widget',
  imports: [CodeEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (language.value(); as extension) {
      <div
        class="editor"
        role="group"
        tabindex="-1"
        [attr.aria-label]="name() ?? field().label"
        [attr.aria-describedby]="describedBy()"
        [id]="inputId()"
        [style.--lines]="settings().lines"
        [class.wrong]="invalid()"
        (focus)="view()?.focus()"
      >
        <tov-code-editor
          [value]="shown()"
          [label]="name() ?? field().label"
          [extensions]="[extension]"
          [tabIndents]="false"
          (changed)="take($event)"
          (ready)="view.set($event)"
        />
      </div>
    } @else {
      <textarea
        #box
        class="control mono"
        spellcheck="false"
        autocapitalize="off"
        wrap="off"
        [id]="inputId()"
        [rows]="compact() ? 1 : settings().lines"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="commit()(box.value === '' ? null : box.value)"
      ></textarea>
    }
  `,
  styles: `
    .editor {
      height: calc(var(--lines) * 19.4px + 10px);
      min-height: 60px;
      max-height: 80vh;
      overflow: hidden;
      resize: vertical;
    }
    tov-code-editor {
      height: 100%;
      border-color: var(--line-strong);
    }
    .wrong tov-code-editor {
      border-color: var(--brick);
    }
  `,
})
export class CodeWidget extends Widget {
  protected readonly settings = computed(() => code.read(this.field().field.settings));
  protected readonly view = signal<EditorView | null>(null);
  /** What the editor needs to know of the language; none where plain text does. */
  protected readonly language = fetched({
    request: () => (this.compact() || this.disabled() ? undefined : { language: this.settings().language }),
    fetch: async ({ language }) => {
      const { languageExtension } = await import('./languages');
      return languageExtension(language);
    },
  });
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === null ? '' : typeof value === 'string' ? value : JSON.stringify(value);
  });
  /** What comes from outside, as by undo, changes the editor as well: it is no change of its own. */
  protected take(text: string): void {
    if (text !== this.shown()) this.commit()(text === '' ? null : text);
  }
}
