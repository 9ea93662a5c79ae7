import { Editor, Extension } from '@tiptap/core';
import { Fragment, Slice, type Node as DocumentNode } from '@tiptap/pm/model';
import StarterKit from '@tiptap/starter-kit';
import type { ChipText } from '@tovlet/core/templates/chip-text';
import { documentFrom } from './chip-document';
import { ChipNode, type ChipSetup } from './chip-node';

/** What an editor of words with chips is made from, and what it tells. */
export interface ChipEditorSetup extends ChipSetup {
  readonly element: HTMLElement;
  readonly text: ChipText;
  readonly label: string;
  /** Whether it has several lines. */
  readonly long: boolean;
  onUpdate(): void;
  onBeat(): void;
  /** Somebody typed what asks for a value. */
  onWanted(): void;
}

/** Before what asks for a value stands nothing, or what ends a word: an address has one in its midst. */
const IN_WORD = /[\p{L}\p{N}]$/u;

/** Everything of what was pasted in one line. */
function inOneLine(slice: Slice): Slice {
  const inline: DocumentNode[] = [];
  slice.content.forEach((each, _at, index) => {
    const before = inline.at(-1);
    if (index > 0 && before) inline.push(before.type.schema.text(' '));
    if (each.isInline) inline.push(each);
    else each.forEach((child) => void inline.push(child));
  });
  return new Slice(Fragment.fromArray(inline), 0, 0);
}

const keepsOneLine = Extension.create({
  name: 'one_line',
  priority: 1000,
  addKeyboardShortcuts: () => ({ Enter: () => true, 'Shift-Enter': () => true }),
});

/** Makes an editor of words with value chips: no marks, no blocks but lines. */
export function makeChipEditor(setup: ChipEditorSetup): Editor {
  const { element, text, label, long, describe, drawn } = setup;
  const editor = new Editor({
    element,
    content: documentFrom(text),
    extensions: [
      StarterKit.configure({
        blockquote: false,
        bold: false,
        bulletList: false,
        code: false,
        codeBlock: false,
        hardBreak: false,
        heading: false,
        horizontalRule: false,
        italic: false,
        link: false,
        listItem: false,
        listKeymap: false,
        orderedList: false,
        strike: false,
        trailingNode: false,
        underline: false,
      }),
      ChipNode.configure({ describe, drawn }),
      ...(long ? [] : [keepsOneLine]),
    ],
    editorProps: {
      attributes: { role: 'textbox', 'aria-label': label, 'aria-multiline': String(long) },
      ...(long ? {} : { transformPasted: inOneLine }),
      handleTextInput({ state }, from, _to, typed) {
        const before = state.doc.textBetween(Math.max(0, from - 1), from, '\n', ' ');
        if (typed !== '@' || IN_WORD.test(before)) return false;
        setup.onWanted();
        return true;
      },
    },
    onUpdate: () => setup.onUpdate(),
    onTransaction: () => setup.onBeat(),
  });
  // Who puts a value in without having been in the text means its end.
  editor.commands.setTextSelection(editor.state.doc.content.size);
  return editor;
}
