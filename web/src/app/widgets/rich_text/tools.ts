import { say } from '@tovlet/core/locale/say';
import type { Editor } from '@tiptap/core';
import type { RichTextTool } from '@tovlet/core/fields/rich_text/rich_text';
// The commands and marks that the buttons use are declared there.
import type {} from '@tiptap/extension-table';
import type {} from '@tiptap/starter-kit';
import { ENTRY_LINK, PICTURE } from './names';

/** One button of the toolbar. */
export interface Tool {
  readonly tool: RichTextTool;
  readonly name: string;
  readonly icon: string;
  /** What is asked for before anything is done; nothing for most. */
  readonly asksFor?: 'link' | 'picture';
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
    asksFor: 'link',
    isOn: (editor) => editor.isActive('link') || editor.isActive(ENTRY_LINK),
    run: () => undefined,
  },
  {
    tool: 'picture',
    name: say`Picture`,
    icon: 'add_photo_alternate',
    asksFor: 'picture',
    isOn: (editor) => editor.isActive(PICTURE),
    run: () => undefined,
  },
  {
    tool: 'table',
    name: say`Table`,
    icon: 'table',
    isOn: (editor) => editor.isActive('table'),
    run(editor) {
      // A table in a cell of a table is for nobody.
      if (editor.isActive('table')) editor.commands.focus();
      else editor.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run();
    },
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
