import type { Editor } from '@tiptap/core';
import { say } from '@tovlet/core/locale/say';
// The commands are declared there.
import type {} from '@tiptap/extension-table';

/** Something that is done with the table the caret stands in. */
export interface TableTool {
  readonly name: string;
  run(editor: Editor): void;
}

export const tableTools: readonly TableTool[] = [
  { name: say`Row above`, run: (editor) => editor.chain().focus().addRowBefore().run() },
  { name: say`Row below`, run: (editor) => editor.chain().focus().addRowAfter().run() },
  { name: say`Column before`, run: (editor) => editor.chain().focus().addColumnBefore().run() },
  { name: say`Column after`, run: (editor) => editor.chain().focus().addColumnAfter().run() },
  { name: say`Head on or off`, run: (editor) => editor.chain().focus().toggleHeaderRow().run() },
  { name: say`Join or part cells`, run: (editor) => editor.chain().focus().mergeOrSplit().run() },
  { name: say`Remove row`, run: (editor) => editor.chain().focus().deleteRow().run() },
  { name: say`Remove column`, run: (editor) => editor.chain().focus().deleteColumn().run() },
  { name: say`Remove table`, run: (editor) => editor.chain().focus().deleteTable().run() },
];
