import type { ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { JsonObject } from '@tovlet/core/json';
import type { FilePlace } from '../../db/schema';
import { evenLines } from './line-ends';
import type { SourcePage } from './source-format';
import { UnreadableSource } from './source-format';
import { bytesIn, textPieces } from './text-pieces';

/** So many rows are handed on at once. */
export const PAGE = 200;

/** The longest row, in characters: a quote that is never closed would be one row of all that follows. */
const LONGEST_ROW = 5_000_000;

/** What was read of a text: its rows, and how many of its characters they were. */
export interface ReadText {
  readonly rows: readonly JsonObject[];
  readonly length: number;
}

/**
 * Reads rows out of a file of text.
 * @param read reads as many whole rows as a text holds; of the last piece all of them
 * @throws UnreadableSource where a row does not end
 */
export async function* lineSource(
  file: string,
  { encoding }: Pick<ImportSource, 'encoding'>,
  from: FilePlace,
  read: (text: string, isLast: boolean, row: number) => ReadText,
): AsyncGenerator<SourcePage> {
  let place = from;
  let rest = '';
  for await (const { text, isLast } of textPieces(file, encoding, from.byte)) {
    const given = rest + text;
    // A line may end with two characters, of which the second is still to come.
    const whole = !isLast && given.endsWith('\r') ? given.slice(0, -1) : given;
    const evened = evenLines(whole);
    const { rows, length } = read(evened.text, isLast, place.row);
    const used = evened.lengthBefore(length);
    rest = given.slice(used);
    if (rest.length > LONGEST_ROW)
      throw new UnreadableSource(
        `Row ${place.row + rows.length} does not end within ${LONGEST_ROW.toLocaleString('en')} characters: a quote may not be closed.`,
      );
    const next: FilePlace = {
      byte: place.byte + bytesIn(given.slice(0, used), encoding),
      row: place.row + rows.length,
    };
    const numbered = rows.map((cells, at) => ({ number: place.row + at, cells }));
    for (let start = 0; start < numbered.length; start += PAGE) {
      const isEnd = start + PAGE >= numbered.length;
      yield { rows: numbered.slice(start, start + PAGE), next: isEnd ? next : place };
    }
    place = next;
  }
}
