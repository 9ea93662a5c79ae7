import { gridFrom, type Grid } from '@tovlet/core/cells/grid';
import { gridFromHtml } from './html-grid';

/**
 * Reads a table from what was copied; HTML first, for plain text does not tell a line break in a cell from the end of its line.
 * @returns null for what is no table: one cell, or words in lines
 */
export function copiedGrid(data: DataTransfer | null): Grid | null {
  if (!data) return null;
  const grid = gridFromHtml(data.getData('text/html')) ?? gridOfText(data.getData('text/plain'));
  const cells = (grid ?? []).reduce((count, line) => count + line.length, 0);
  return cells > 1 ? grid : null;
}

/** Of plain text only what has tabs: elsewhere commas belong to sentences. */
const gridOfText = (text: string): Grid | null => (text.includes('\t') ? gridFrom(text) : null);
