import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { ResolvedPath } from '@tovlet/core/paths/resolve';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { pathsFromTexts } from '@tovlet/core/paths/text';
import { compileColumn } from '@tovlet/core/queries/column';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import { namesOf } from '../values/names';

/** The most columns of a list. */
export const COLUMN_LIMIT = 24;

/** The columns of a list by the texts of their paths. */
export type Columns = ReadonlyMap<string, ResolvedPath>;

const refused = (message: string): never => {
  throw new ProblemException('invalid_query', message, [{ path: 'columns', message }]);
};

/**
 * Finds the columns that a list is to have.
 * @param text paths with commas between
 * @throws ProblemException where one leads nowhere, or to what lists do not hold
 */
export function columnsFrom(text: string, from: Standing, context: PathContext): Columns {
  const texts = text.split(',').filter(Boolean);
  if (texts.length > COLUMN_LIMIT)
    return refused(`A list has up to ${COLUMN_LIMIT} columns; these are ${texts.length}.`);
  const paths = pathsFromTexts(text);
  return new Map(
    texts.map((each): [string, ResolvedPath] => {
      const path = paths.get(each);
      const found = path ? compileColumn(path, from, context) : { problem: `“${each}” is no path.` };
      if ('problem' in found) return refused(found.problem);
      return [each, found.path];
    }),
  );
}

/** Whether a column holds ids of things, which are called by their names. */
const refers = ({ end }: ResolvedPath): boolean =>
  end.kind === 'property' ? end.property === 'id' : end.field.type.refersTo !== null;

type Values = Readonly<Record<string, JsonValue>>;

const listOf = (value: JsonValue | undefined): readonly JsonValue[] =>
  value !== undefined && isJsonList(value) ? value.flatMap((each) => (isJsonList(each) ? each : [each])) : [];

/**
 * Makes what columns show of what was read for them: names in the place of ids, one value where there is one.
 * @param rows what each column holds of each entry, as lists
 */
export async function shownColumns(
  database: Database,
  columns: Columns,
  rows: readonly Values[],
): Promise<readonly Values[]> {
  const referring = [...columns].filter(([, path]) => refers(path)).map(([text]) => text);
  const ids = rows.flatMap((row) => referring.flatMap((text) => listOf(row[text])));
  const names = await namesOf(database, [...new Set(ids.filter((id) => typeof id === 'string'))]);
  const named = (value: JsonValue): JsonValue => names.get(String(value)) ?? 'missing';
  return rows.map((row) =>
    Object.fromEntries(
      [...columns].map(([text, path]) => {
        const values = refers(path) ? listOf(row[text]).map(named) : listOf(row[text]);
        const several = path.many || (path.end.kind === 'field' && path.end.column?.endsWith('[]'));
        return [text, several ? values : (values[0] ?? null)];
      }),
    ),
  );
}
