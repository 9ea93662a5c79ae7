import { NO_NAMES, type ConversionNames } from '@tovlet/core/conversions/form';
import { conversionBetween } from '@tovlet/core/conversions/conversion';
import type { ChangedField } from '@tovlet/core/conversions/changed-fields';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import type { ConversionOptions } from '@tovlet/core/model/changes/conversion-options';
import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import { checkReferences } from '../values/check-references';
import { namesOf } from '../values/names';

/** What things of each kind are known by, as SQL that has their `id` and `name`. */
const NAMED: Readonly<Record<ReferenceKind, SQL>> = {
  entry: sql`SELECT id, title AS name FROM entry UNION ALL SELECT id, slug FROM entry`,
  term: sql`SELECT id, label AS name FROM term UNION ALL SELECT id, slug FROM term`,
  person: sql`SELECT id, name FROM person UNION ALL SELECT id, email FROM person`,
  medium: sql`SELECT id, filename AS name FROM medium UNION ALL SELECT id, title FROM medium`,
};

const fold = (text: string): string => text.trim().toLowerCase();

const idsIn = (value: JsonValue): readonly string[] =>
  (isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string');

/** The things that some names may mean, by the name in small letters. */
async function meantBy(
  database: Database,
  kind: ReferenceKind,
  names: readonly string[],
): Promise<readonly { readonly id: string; readonly name: string }[]> {
  if (names.length === 0) return [];
  return selectRows(
    database,
    sql`SELECT DISTINCT id, lower(name) AS name FROM (${NAMED[kind]}) AS named
      WHERE lower(name) IN (SELECT jsonb_array_elements_text(${JSON.stringify(names)}::jsonb))`,
  );
}

/** Those of some ids that a field may refer to. */
async function allowed(
  database: Database,
  model: CompiledModel,
  kind: ReferenceKind,
  field: CompiledField,
  ids: readonly string[],
): Promise<ReadonlySet<string>> {
  const unique = [...new Set(ids)];
  const references = unique.map((id) => ({ kind, id, field, path: [id], inPassing: false }));
  const refused = new Set((await checkReferences(database, model, references)).map(({ path: [id] }) => id));
  return new Set(unique.filter((id) => !refused.has(id)));
}

/**
 * Looks up what the values of a field name, or are the ids of, before they are taken over.
 * @param values those that are about to be taken over
 * @returns what the conversion asks: nothing where neither the old nor the new field refers to anything
 */
export async function namesFor(
  database: Database,
  model: CompiledModel,
  { before, after }: ChangedField,
  options: ConversionOptions,
  values: readonly JsonValue[],
): Promise<ConversionNames> {
  const [from, to] = [before.type.refersTo, after.type.refersTo];
  const ids = from === null ? [] : values.flatMap(idsIn);
  const names = ids.length === 0 ? new Map<string, string>() : await namesOf(database, ids);
  const nameOf = (id: string): string | undefined => names.get(id);
  if (to === null) return { ...NO_NAMES, nameOf };
  const conversion = conversionBetween(before, after, options, { ...NO_NAMES, nameOf });
  const texts = [...new Set(values.flatMap((value) => conversion.textsIn(value)).map(fold))];
  const meant = await meantBy(database, to, texts);
  const may = await allowed(database, model, to, after, [...ids, ...meant.map(({ id }) => id)]);
  const byName = new Map<string, string[]>();
  for (const { id, name } of meant) if (may.has(id)) byName.set(name, [...(byName.get(name) ?? []), id]);
  return {
    nameOf,
    idOf(text) {
      const [id, another] = byName.get(fold(text)) ?? [];
      return another === undefined ? id : undefined;
    },
    mayReferTo: (id) => may.has(id),
  };
}
