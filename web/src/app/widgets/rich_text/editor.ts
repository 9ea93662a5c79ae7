import { Editor } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';

/** What an editor is made from, and what it tells. */
export interface EditorSetup {
  readonly element: HTMLElement;
  readonly content: string;
  readonly editable: boolean;
  readonly attributes: Readonly<Record<string, string>>;
  onUpdate(html: string): void;
  onBeat(): void;
}

/** Makes a rich text editor. Apart from its widget, so that it is loaded when it is first needed. */
export function makeEditor({
  element,
  content,
  editable,
  attributes,
  onUpdate,
  onBeat,
}: EditorSetup): Editor {
  return new Editor({
    element,
    content,
    editable,
    extensions: [
      StarterKit.configure({
        heading: { levels: [2, 3, 4] },
        link: { openOnClick: false, protocols: ['http', 'https', 'mailto', 'tel'] },
        underline: false,
      }),
    ],
    editorProps: { attributes: { ...attributes } },
    onUpdate: ({ editor }) => onUpdate(editor.getHTML()),
    onTransaction: onBeat,
  });
}
