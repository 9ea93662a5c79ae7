import type { EntryListItem } from '@tovlet/core/contracts/studio';
import type { Columns } from '../columns';

/** A list on its way into a file: its columns, and its entries a batch at a time. */
export interface ExportedList {
  /** What the list is called, in a file that has a place for it. */
  readonly name: string;
  readonly columns: Columns;
  readonly batches: AsyncIterable<readonly EntryListItem[]>;
}

/** How a list is written as a file. */
export interface ExportFormatPlan {
  readonly mime: string;
  /** Writes the file piece by piece, so that no more than a batch is held. */
  write(list: ExportedList): AsyncIterable<Uint8Array | string>;
}
