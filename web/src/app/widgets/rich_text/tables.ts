import { Table, TableCell, TableHeader, TableRow } from '@tiptap/extension-table';

/** A cell says how far it goes where it goes over more than one; anything else of it is the page's matter. */
const span = (name: 'colspan' | 'rowspan') => ({
  default: 1,
  parseHTML: (element: HTMLElement) => Number(element.getAttribute(name) ?? 1),
  renderHTML: (attributes: Record<string, unknown>) =>
    attributes[name] === 1 ? {} : { [name]: attributes[name] },
});
const cellAttributes = () => ({
  colspan: span('colspan'),
  rowspan: span('rowspan'),
  colwidth: { default: null, rendered: false },
});

/** Tables as they are kept: rows of cells, without widths. */
export const tableParts = [
  Table.extend({
    renderHTML: () => ['table', ['tbody', 0]],
    // Tab leads through the cells and, after the last one, on: nobody is held in a table.
    addKeyboardShortcuts: () => ({
      Tab: ({ editor }) => editor.commands.goToNextCell(),
      'Shift-Tab': ({ editor }) => editor.commands.goToPreviousCell(),
    }),
  }).configure({ resizable: false }),
  TableRow,
  TableCell.extend({ addAttributes: cellAttributes }),
  TableHeader.extend({ addAttributes: cellAttributes }),
];
