import { say } from '@tovlet/core/locale/say';
import type { Editor } from '@tiptap/core';
import type { RichTextTool } from '@tovlet/core/fields/rich_text/rich_text';
// The commands and marks that the buttons use are declared there.
import type {} from '@tiptap/starter-kit';

/** One button of the toolbar. */
export interface Tool {
  readonly tool: RichTextTool;
  readonly name: string;
  readonly icon: string;
  readonly asksForLink?: true;
  isOn(editor: Editor): boolean;
  run(editor: Editor): void;
}

const all: readonly Tool[] = [
  {
    tool: 'headings',
    name: say`Heading`,
    icon: 'format_h2',
    isOn: (editor) => editor.isActive('heading', { level: 2 }),
    run: (editor) => editor.chain().focus().toggleHeading({ level: 2 }).run(),
  },
  {
    tool: 'headings',
    name: say`Smaller heading`,
    icon: 'format_h3',
    isOn: (editor) => editor.isActive('heading', { level: 3 }),
    run: (editor) => editor.chain().focus().toggleHeading({ level: 3 }).run(),
  },
  {
    tool: 'bold',
    name: say`Bold`,
    icon: 'format_bold',
    isOn: (editor) => editor.isActive('bold'),
    run: (editor) => editor.chain().focus().toggleBold().run(),
  },
  {
    tool: 'italic',
    name: say`Italic`,
    icon: 'format_italic',
    isOn: (editor) => editor.isActive('italic'),
    run: (editor) => editor.chain().focus().toggleItalic().run(),
  },
  {
    tool: 'lists',
    name: say`List`,
    icon: 'format_list_bulleted',
    isOn: (editor) => editor.isActive('bulletList'),
    run: (editor) => editor.chain().focus().toggleBulletList().run(),
  },
  {
    tool: 'lists',
    name: say`Numbered list`,
    icon: 'format_list_numbered',
    isOn: (editor) => editor.isActive('orderedList'),
    run: (editor) => editor.chain().focus().toggleOrderedList().run(),
  },
  {
    tool: 'link',
    name: say`Link`,
    icon: 'link',
    asksForLink: true,
    isOn: (editor) => editor.isActive('link'),
    run: () => undefined,
  },
  {
    tool: 'quote',
    name: say`Quote`,
    icon: 'format_quote',
    isOn: (editor) => editor.isActive('blockquote'),
    run: (editor) => editor.chain().focus().toggleBlockquote().run(),
  },
  {
    tool: 'rule',
    name: say`Divider`,
    icon: 'horizontal_rule',
    isOn: () => false,
    run: (editor) => editor.chain().focus().setHorizontalRule().run(),
  },
  {
    tool: 'code',
    name: say`Code`,
    icon: 'code',
    isOn: (editor) => editor.isActive('code'),
    run: (editor) => editor.chain().focus().toggleCode().run(),
  },
];

const USUAL: readonly string[] = ['headings', 'bold', 'italic', 'lists', 'link', 'quote'];

/** The buttons for some tools, in the order of the toolbar. */
export const toolsFor = (wanted: readonly string[] | null): readonly Tool[] =>
  all.filter(({ tool }) => (wanted ?? USUAL).includes(tool));
