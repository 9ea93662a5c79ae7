import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  untracked,
  viewChild,
} from '@angular/core';
import type { Extension } from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import type { CodeMistake } from './code-mistake';

/** A code editor, loaded when it is first needed. */
@Component({
  selector: 'tov-code-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<div #host class="host"></div>',
  styles: `
    :host {
      display: block;
      min-height: 0;
      overflow: hidden;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    .host {
      height: 100%;
    }
  `,
})
export class CodeEditor {
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  readonly readOnly = input(false);
  /** Whether Tab indents; where it does not it leaves the editor. */
  readonly tabIndents = input(true);
  /** The language and what else the editor should do. */
  readonly extensions = input<readonly Extension[]>([]);
  readonly mistakes = input<readonly CodeMistake[]>([]);
  readonly changed = output<string>();
  readonly ready = output<EditorView>();
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private view: EditorView | null = null;

  constructor() {
    const destroyed = inject(DestroyRef);
    destroyed.onDestroy(() => this.view?.destroy());
    afterNextRender(() => void this.start());
    effect(() => {
      const value = this.value();
      const view = this.view;
      if (view && view.state.doc.toString() !== value) {
        view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: value } });
      }
    });
    effect(() => {
      const mistakes = this.mistakes();
      untracked(() => void this.mark(mistakes));
    });
  }

  private async start(): Promise<void> {
    const { createEditor } = await import('./code-mirror');
    this.view = createEditor(this.host().nativeElement, {
      value: this.value(),
      label: this.label(),
      readOnly: this.readOnly(),
      tabIndents: this.tabIndents(),
      extensions: this.extensions(),
      changed: (text) => this.changed.emit(text),
    });
    this.ready.emit(this.view);
    await this.mark(this.mistakes());
  }

  private async mark(mistakes: readonly CodeMistake[]): Promise<void> {
    const view = this.view;
    if (!view) return;
    const { markMistakes } = await import('./code-mirror');
    markMistakes(view, mistakes);
  }
}
