import { evened, type Grid } from '@tovlet/core/cells/grid';

/** So many columns one cell may take the place of: a page may say any number. */
const WIDEST = 200;

/** What ends a line within a cell. */
const BREAKS: ReadonlySet<string> = new Set(['BR', 'P', 'DIV', 'LI', 'TR']);
const SKIPPED: ReadonlySet<string> = new Set(['SCRIPT', 'STYLE', 'TEMPLATE']);

function textOf(node: Node): string {
  if (node instanceof Text) return node.data.replace(/[\s\u00a0]+/g, ' ');
  if (SKIPPED.has(node.nodeName)) return '';
  const within = [...node.childNodes].map(textOf).join('');
  return BREAKS.has(node.nodeName) ? `${within}\n` : within;
}

const cellText = (cell: HTMLTableCellElement): string =>
  textOf(cell)
    .replace(/ *\n */g, '\n')
    .trim();

/**
 * Reads the first table of what was copied as HTML. Cells over several columns stand in the first of them, those over several
 * lines in the first line; nothing of it is put into the page.
 * @returns null where there is none
 * @see https://html.spec.whatwg.org/multipage/tables.html
 */
export function gridFromHtml(html: string): Grid | null {
  if (!/<table[\s>]/i.test(html)) return null;
  const table = new DOMParser().parseFromString(html, 'text/html').querySelector('table');
  if (!table) return null;
  // Columns that cells of lines above still take.
  const taken: number[] = [];
  const lines = Array.from(table.rows, (row) => {
    const line: string[] = [];
    const skip = (): void => {
      while ((taken[line.length] ?? 0) > 0) {
        taken[line.length] = (taken[line.length] ?? 0) - 1;
        line.push('');
      }
    };
    for (const cell of row.cells) {
      skip();
      const width = Math.min(Math.max(1, cell.colSpan), WIDEST);
      for (let column = 0; column < width; column += 1) {
        taken[line.length] = Math.max(0, cell.rowSpan - 1);
        line.push(column === 0 ? cellText(cell) : '');
      }
    }
    skip();
    return line;
  });
  return evened(lines);
}
