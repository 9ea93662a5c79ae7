import { Editor } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import type { RichTextTool } from '@tovlet/core/fields/rich_text/rich_text';
import { EntryLink } from './entry-link';
import { pasted } from './pasted';
import { Picture, type PictureLookUp } from './picture';
import { tableParts } from './tables';

/** A link has what is kept of it alone: what the server adds is no news when it comes back. */
const AS_KEPT = { target: null, rel: null, class: null };

/** What an editor is made from, and what it tells. */
export interface EditorSetup {
  readonly element: HTMLElement;
  readonly content: string;
  readonly editable: boolean;
  readonly attributes: Readonly<Record<string, string>>;
  readonly lookUp: PictureLookUp;
  /** What the field offers at the moment. */
  tools(): readonly RichTextTool[];
  onUpdate(html: string): void;
  onBeat(): void;
  /** Pictures that were pasted and are not among the media were left out. */
  onPicturesLeftOut(count: number): void;
}

/** Makes a rich text editor. Apart from its widget, so that it is loaded when it is first needed. */
export function makeEditor({
  element,
  content,
  editable,
  attributes,
  lookUp,
  tools,
  onUpdate,
  onBeat,
  onPicturesLeftOut,
}: EditorSetup): Editor {
  return new Editor({
    element,
    content,
    editable,
    extensions: [
      StarterKit.configure({
        heading: { levels: [2, 3, 4] },
        link: { openOnClick: false, HTMLAttributes: AS_KEPT, protocols: ['http', 'https', 'mailto', 'tel'] },
        underline: false,
      }),
      EntryLink,
      Picture.configure({ lookUp }),
      ...tableParts,
    ],
    editorProps: {
      attributes: { ...attributes },
      transformPastedHTML(html) {
        const { html: clean, picturesLeftOut } = pasted(html, tools());
        if (picturesLeftOut > 0) onPicturesLeftOut(picturesLeftOut);
        return clean;
      },
    },
    onUpdate: ({ editor }) => onUpdate(editor.getHTML()),
    onTransaction: onBeat,
  });
}
