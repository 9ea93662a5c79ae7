import type { EntryListItem } from '@tovlet/core/contracts/studio';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { Columns } from '../columns';

/** What stands in a cell of a table: several values with semicolons between. */
export type Cell = string | number | boolean | null;

function cellOf(value: JsonValue | undefined): Cell {
  if (value === undefined || value === null) return null;
  if (isJsonList(value)) return value.map((each) => String(cellOf(each) ?? '')).join('; ');
  return typeof value === 'object' ? JSON.stringify(value) : value;
}

/** What every entry is written with. */
const OWN: readonly string[] = ['id', 'title', 'slug'];

/** The columns beside what every entry is written with. */
export const otherColumns = (columns: Columns): Columns =>
  new Map([...columns].filter(([, { keys }]) => !OWN.includes(keys)));

/** The first line of a table: the keys of its columns. */
export const headerOf = (columns: Columns): readonly string[] => [
  ...OWN,
  ...[...columns.values()].map(({ keys }) => keys),
];

/** An entry as a line of a table. */
export const lineOf = ({ id, title, slug, columns }: EntryListItem, shown: Columns): readonly Cell[] => [
  id,
  title,
  slug,
  ...[...shown.keys()].map((text) => cellOf(columns[text])),
];
