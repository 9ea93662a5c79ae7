import { autocompletion, closeBrackets, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { bracketMatching, HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { setDiagnostics } from '@codemirror/lint';
import { EditorState, type Extension } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import type { CodeMistake } from './code-mistake';

export interface EditorOptions {
  readonly value: string;
  readonly label: string;
  readonly readOnly: boolean;
  readonly tabIndents: boolean;
  readonly extensions: readonly Extension[];
  changed(text: string): void;
}

/** Colours by the roles of the design, so that both schemes work. */
const highlighting = HighlightStyle.define([
  { tag: [tags.keyword, tags.tagName, tags.operatorKeyword], color: 'var(--spruce)' },
  { tag: [tags.string, tags.attributeValue], color: 'var(--brick)' },
  { tag: [tags.propertyName, tags.attributeName, tags.variableName], color: 'var(--slate)' },
  { tag: [tags.comment, tags.meta], color: 'var(--muted)', fontStyle: 'italic' },
  { tag: [tags.number, tags.bool, tags.null], color: 'var(--ink)', fontWeight: '600' },
]);

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '12.5px', color: 'var(--ink)', backgroundColor: 'transparent' },
  '.cm-scroller': { fontFamily: 'var(--mono)', fontVariantLigatures: 'none', lineHeight: '1.55' },
  '.cm-gutters': { backgroundColor: 'transparent', color: 'var(--muted)', border: 'none' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '&.cm-focused': { outline: '2px solid var(--spruce)', outlineOffset: '-2px' },
  '.cm-tooltip': {
    backgroundColor: 'var(--raised)',
    border: '1px solid var(--line-strong)',
    color: 'var(--ink)',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    backgroundColor: 'var(--spruce)',
    color: 'var(--on-spruce)',
  },
});

/** Makes an editor in an element. Where Tab indents, Escape then Tab leaves it by keyboard. */
export function createEditor(
  parent: HTMLElement,
  { value, label, readOnly, tabIndents, extensions, changed }: EditorOptions,
): EditorView {
  return new EditorView({
    parent,
    state: EditorState.create({
      doc: value,
      extensions: [
        lineNumbers(),
        history(),
        bracketMatching(),
        closeBrackets(),
        autocompletion(),
        syntaxHighlighting(highlighting),
        look,
        EditorView.lineWrapping,
        EditorState.readOnly.of(readOnly),
        EditorView.contentAttributes.of({ 'aria-label': label }),
        keymap.of([
          ...completionKeymap,
          ...defaultKeymap,
          ...historyKeymap,
          ...(readOnly || !tabIndents ? [] : [indentWithTab]),
        ]),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) changed(update.state.doc.toString());
        }),
        ...extensions,
      ],
    }),
  });
}

/** Marks mistakes at their lines. */
export function markMistakes(view: EditorView, mistakes: readonly CodeMistake[]): void {
  const diagnostics = mistakes.map(({ line, message }) => {
    const place = view.state.doc.line(Math.max(1, Math.min(line, view.state.doc.lines)));
    return { from: place.from, to: place.to, severity: 'error' as const, message };
  });
  view.dispatch(setDiagnostics(view.state, diagnostics));
}
