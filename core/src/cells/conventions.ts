import type { Grid } from './grid';

/** How the cells of a column are written, where that can be told from all of them together. */
export interface Conventions {
  /** The mark before decimals; null where nothing tells. */
  readonly decimal: '.' | ',' | null;
  /** What comes first in days that are written in numbers; null where nothing tells. */
  readonly dayOrder: 'day' | 'month' | null;
}

/** Which mark stands before decimals in a number; null where it could be either. */
function decimalIn(cell: string): '.' | ',' | null {
  const [comma, point] = [cell.lastIndexOf(','), cell.lastIndexOf('.')];
  if (comma >= 0 && point >= 0) return comma > point ? ',' : '.';
  const mark = comma >= 0 ? ',' : '.';
  const parts = cell.split(mark);
  // Twice the same mark stands between thousands, so that the other one is left for decimals.
  if (parts.length > 2) return mark === ',' ? '.' : ',';
  if (parts.length < 2) return null;
  const [before = '', behind = ''] = parts.map((part) => part.replace(/\D/g, ''));
  return behind.length === 3 && before.length <= 3 && !/^0/.test(before) ? null : mark;
}

function orderIn(cell: string): 'day' | 'month' | null {
  const [, first, second] = /^\s*(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}/.exec(cell) ?? [];
  if (first === undefined || second === undefined) return null;
  if (Number(first) > 12) return 'day';
  return Number(second) > 12 ? 'month' : null;
}

/** What most cells say; null where none says anything, or as many say either. */
function mostSaid<Said extends string>(said: readonly (Said | null)[]): Said | null {
  const counts = new Map<Said, number>();
  for (const each of said) if (each !== null) counts.set(each, (counts.get(each) ?? 0) + 1);
  const [first, second] = [...counts].sort(([, one], [, other]) => other - one);
  if (!first || (second && second[1] === first[1])) return null;
  return first[0];
}

/**
 * Tells how a column writes its numbers and days: one cell alone may be read in two ways, all of them seldom.
 * @param lines without headings
 * @example conventionsOf([['1.234'], ['0,5']], 0).decimal // => ','
 */
export function conventionsOf(lines: Grid, column: number): Conventions {
  const cells = lines.map((line) => line[column]?.trim() ?? '').filter((cell) => cell !== '');
  return {
    decimal: mostSaid(cells.filter((cell) => /\d/.test(cell)).map(decimalIn)),
    dayOrder: mostSaid(cells.map(orderIn)),
  };
}
