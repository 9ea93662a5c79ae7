import { maySee, personWith } from '@tovlet/core/access/audience';
import {
  mediaKinds,
  mediaSizes,
  type MediaFacets,
  type MediaKind,
  type mediaFacetsQuerySchema,
  type mediaQuerySchema,
  type MediaSize,
  type MediumAnswer,
} from '@tovlet/core/contracts/studio';
import { fileKindOf, fileKinds } from '@tovlet/core/fields/file/file';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import { MEDIA, subjectOf } from '@tovlet/core/model/subjects';
import type { Role } from '@tovlet/core/roles';
import { and, asc, count, desc, eq, inArray, isNull, ilike, or, sql, type SQL } from 'drizzle-orm';
import type * as z from 'zod';
import { selectRows, type Database } from '../db/connect';
import { medium, term } from '../db/schema';
import { foldersWithin } from './folders/queries';
import { mediumAnswer, type SeenValues } from './queries';
import { isReferredTo } from './uses';

type Filters = z.output<typeof mediaFacetsQuerySchema>;
/** The parts of a question to the media; a facet is counted without its own. */
type Part = keyof Filters;

/** Where what is small ends, and what is large begins, in bytes. */
const SMALL = 200_000;
const LARGE = 2_000_000;

const sizeIs: Readonly<Record<MediaSize, SQL>> = {
  small: sql`${medium.bytes} < ${SMALL}`,
  middling: sql`${medium.bytes} >= ${SMALL} AND ${medium.bytes} < ${LARGE}`,
  large: sql`${medium.bytes} >= ${LARGE}`,
};

const kindIs = (kind: MediaKind): SQL => inArray(medium.mime, [...fileKinds[kind]]);

/** Those that need words and have none: pictures. */
const lacksAlt = (): SQL | undefined => and(kindIs('image'), eq(medium.alt, ''));

/** The fields of media that hold terms and that somebody sees, at any depth of groups none: what lists narrow by. */
export function termFieldsOf(model: CompiledModel, role: Role): readonly CompiledField[] {
  const audience = personWith(role);
  return subjectOf(model, MEDIA).fields.filter(
    (field) => field.type.refersTo === 'term' && maySee(audience, field),
  );
}

/** That a field holds a term, alone or among others. */
const holds = ({ id }: Pick<CompiledField, 'id'>, value: string): SQL =>
  sql`(${medium.values} -> ${id}) @> ${JSON.stringify(value)}::jsonb`;

/** Reads `f_tags:n_snow,f_tags:n_rock`; what names a field that somebody does not see finds nothing. */
function fieldsAre(given: string, fields: readonly CompiledField[]): SQL | undefined {
  const wanted = given.split(',').map((each) => each.split(':'));
  return and(
    ...wanted.map(([id = '', value = '']) => {
      const field = fields.find((each) => each.id === id);
      return field ? holds(field, value) : sql`false`;
    }),
  );
}

function folderIs(folder: string): SQL {
  return folder === 'none' ? isNull(medium.folderId) : sql`${medium.folderId} IN (${foldersWithin(folder)})`;
}

/** What a question asks of media, part by part. */
function partsOf(
  filters: Filters,
  fields: readonly CompiledField[],
): Readonly<Partial<Record<Part, SQL | undefined>>> {
  const { search, kind, size, alt, used, folder, fields: held } = filters;
  const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  return {
    search:
      search === ''
        ? undefined
        : or(ilike(medium.alt, pattern), ilike(medium.filename, pattern), ilike(medium.title, pattern)),
    kind: kind && kindIs(kind),
    size: size && sizeIs[size],
    alt: alt && lacksAlt(),
    used: used && sql`NOT ${isReferredTo(medium.id)}`,
    folder: folder === undefined ? undefined : folderIs(folder),
    fields: held === undefined || held === '' ? undefined : fieldsAre(held, fields),
  };
}

const orders: Readonly<Record<z.output<typeof mediaQuerySchema>['order'], readonly SQL[]>> = {
  newest: [desc(medium.createdAt)],
  oldest: [asc(medium.createdAt)],
  name: [asc(sql`${medium.filename} COLLATE "und-x-icu"`)],
  largest: [desc(medium.bytes)],
};

/** Lists a page of the media. @param seen takes out of their values what may not be seen */
export async function listMedia(
  {
    database,
    model,
    role,
  }: { readonly database: Database; readonly model: CompiledModel; readonly role: Role },
  { order, limit, offset, ...filters }: z.output<typeof mediaQuerySchema>,
  seen: SeenValues,
): Promise<{ items: readonly MediumAnswer[]; total: number }> {
  const where = and(...Object.values(partsOf(filters, termFieldsOf(model, role))));
  const rows = await database
    .select()
    .from(medium)
    .where(where)
    .orderBy(...orders[order], asc(medium.id))
    .limit(limit)
    .offset(offset);
  const [all] = await database.select({ total: count() }).from(medium).where(where);
  return { items: rows.map((row) => mediumAnswer(row, seen)), total: all?.total ?? 0 };
}

async function termCounts(
  database: Database,
  field: CompiledField,
  where: SQL | undefined,
): Promise<MediaFacets['fields'][number]> {
  const held = sql`(CASE jsonb_typeof(${medium.values} -> ${field.id}) WHEN 'array' THEN ${medium.values} -> ${field.id}
    WHEN 'string' THEN jsonb_build_array(${medium.values} -> ${field.id}) ELSE '[]'::jsonb END)`;
  const values = await selectRows<{ value: string; label: string; count: number }>(
    database,
    sql`SELECT ${term.id} AS value, ${term.label} AS label, count(*)::int AS count
      FROM ${medium} CROSS JOIN LATERAL jsonb_array_elements_text(${held}) AS held (id)
      JOIN ${term} ON ${term.id} = held.id WHERE ${where ?? sql`true`}
      GROUP BY ${term.id}, ${term.label} ORDER BY count DESC, label COLLATE "und-x-icu" LIMIT 50`,
  );
  return { field: field.id, label: field.field.label, values };
}

/** So many media that are alike in everything that facets tell apart. */
interface Alike {
  readonly mime: string;
  readonly size: MediaSize;
  readonly lacking: boolean;
  readonly unused: boolean;
  readonly count: number;
}

/** Puts media together that are alike: each is looked at once, however many facets there are. */
function alike(database: Database, where: SQL | undefined): Promise<readonly Alike[]> {
  const size = sql`CASE WHEN ${sizeIs.small} THEN 'small' WHEN ${sizeIs.middling} THEN 'middling' ELSE 'large' END`;
  return selectRows<Alike>(
    database,
    sql`SELECT ${medium.mime} AS mime, ${size} AS size, ${medium.alt} = '' AS lacking,
        NOT ${isReferredTo(medium.id)} AS unused, count(*)::int AS count
      FROM ${medium} WHERE ${where ?? sql`true`} GROUP BY 1, 2, 3, 4`,
  );
}

/** Whether media fit what is asked of one facet; what asks nothing of it lets all through. */
const fits: {
  readonly [Own in 'kind' | 'size' | 'alt' | 'used']: (each: Alike, filters: Filters) => boolean;
} = {
  kind: ({ mime }, { kind }) => kind === undefined || fileKindOf(mime) === kind,
  size: ({ size }, { size: wanted }) => wanted === undefined || size === wanted,
  alt: (each, { alt }) => alt === undefined || needsWords(each),
  used: ({ unused }, { used }) => used === undefined || unused,
};

const needsWords = ({ mime, lacking }: Alike): boolean => lacking && fileKindOf(mime) === 'image';

/** Counts the media that are found by what they are; each facet as if it were not asked for itself. */
export async function mediaFacets(
  database: Database,
  model: CompiledModel,
  role: Role,
  filters: Filters,
): Promise<MediaFacets> {
  const fields = termFieldsOf(model, role);
  const { fields: held, ...parts } = partsOf(filters, fields);
  const groups = await alike(database, and(parts.search, parts.folder, held));
  const countOf = (own: keyof typeof fits, is: (each: Alike) => boolean): number =>
    groups
      .filter((each) => Object.entries(fits).every(([part, fit]) => part === own || fit(each, filters)))
      .reduce((sum, each) => sum + (is(each) ? each.count : 0), 0);
  const byName = <Name extends string>(names: readonly Name[], count: (name: Name) => number) =>
    Object.fromEntries(names.map((name) => [name, count(name)]));
  return {
    kinds: byName(mediaKinds, (kind) => countOf('kind', ({ mime }) => fileKindOf(mime) === kind)),
    sizes: byName(mediaSizes, (size) => countOf('size', (each) => each.size === size)),
    missingAlt: countOf('alt', needsWords),
    unused: countOf('used', ({ unused }) => unused),
    fields: await Promise.all(
      fields.map((field) => termCounts(database, field, and(...Object.values(parts)))),
    ),
  };
}
