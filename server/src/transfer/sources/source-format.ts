import type { ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { FilePlace } from '../../db/schema';

/** Rows that were read together, and the place from which it goes on behind them. */
export interface SourcePage {
  readonly rows: readonly SourceRow[];
  readonly next: FilePlace;
}

/** What the file says before its rows. */
export interface SourceHead {
  /** The names of the columns, in their order, where the file says them before its rows. */
  readonly names: readonly string[];
  /** Where the rows begin. */
  readonly place: FilePlace;
}

/** The file cannot be read as what it is taken for. */
export class UnreadableSource extends Error {}

/** A format of files that have rows. */
export interface SourceFormat {
  /**
   * Reads what stands before the rows.
   * @throws UnreadableSource with why it cannot be read
   */
  head(file: string, source: ImportSource): Promise<SourceHead>;
  /**
   * Reads the rows from a place on, a page at a time: its memory does not grow with the file.
   * @throws UnreadableSource with why, and in which row
   */
  pages(file: string, source: ImportSource, head: SourceHead, from: FilePlace): AsyncGenerator<SourcePage>;
}
