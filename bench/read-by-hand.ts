import { selectRows, type Database } from '@tovlet/server/db/connect';
import { sql, type SQL } from 'drizzle-orm';
import { Hono } from 'hono';

type Values = Readonly<Record<string, unknown>>;
type Found = ReadonlyMap<string, Values>;

interface HutRow {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly values: Values;
  readonly published_at: string;
  readonly updated_at: string;
}

const list = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);
const ids = (value: unknown): readonly string[] =>
  (Array.isArray(value) ? value : [value]).filter((each) => typeof each === 'string');
const object = (value: unknown): Values => (typeof value === 'object' && value !== null ? { ...value } : {});
const rows = (value: unknown): readonly Values[] =>
  list(value).map((row): Values => object(object(row)['values']));
const own = (values: Values, keys: Readonly<Record<string, string>>): Values =>
  Object.fromEntries(Object.entries(keys).map(([key, id]) => [key, values[id] ?? null]));

const SHAPES: Readonly<Record<string, readonly [string, Readonly<Record<string, string>>]>> = {
  f_on_foot: ['on_foot', { from: 'f_foot_from', minutes: 'f_foot_minutes', hint: 'f_foot_hint' }],
  f_by_bus: ['by_bus', { line: 'f_bus_line', stop: 'f_bus_stop', minutes: 'f_bus_minutes' }],
  f_by_ski: ['by_ski', { from: 'f_ski_from', minutes: 'f_ski_minutes', exposed: 'f_ski_avalanche' }],
};

function direction(row: Values): Values {
  const [[shape = '', values] = []] = Object.entries(row);
  const [name, keys] = SHAPES[shape] ?? ['', {}];
  return { ...own(object(values), keys), shape: name };
}

/** A hut as the content API delivers it, written for this one type. */
function hut({ id, slug, title, values, published_at, updated_at }: HutRow, found: Found): Values {
  const one = (field: string): Values | null => found.get(String(values[field])) ?? null;
  const several = (field: string): readonly Values[] =>
    ids(values[field]).flatMap((each) => {
      const value = found.get(each);
      return value ? [value] : [];
    });
  const beds = own(object(values['f_beds']), {
    in_rooms: 'f_beds_rooms',
    in_dormitories: 'f_beds_dormitory',
  });
  const search = object(values['f_search']);
  return {
    id,
    type: 'hut',
    slug,
    title,
    url: `/site/huts/${slug}`,
    published_at: new Date(published_at).toISOString(),
    updated_at: new Date(updated_at).toISOString(),
    picture: one('f_picture'),
    ...own(values, {
      altitude: 'f_altitude',
      opened: 'f_opened',
      total_beds: 'f_total_beds',
    }),
    beds,
    ...own(values, {
      season_from: 'f_season_from',
      season_until: 'f_season_until',
      winter_room: 'f_winter_room',
      phone: 'f_phone',
      email: 'f_email',
      website: 'f_website',
    }),
    wardens: several('f_wardens'),
    description: values['f_description'] ?? null,
    pictures: several('f_pictures'),
    film: values['f_film'] ?? null,
    prices: rows(values['f_prices']).map((row) =>
      own(row, {
        guest: 'f_price_guest',
        member_price: 'f_price_member',
        guest_price: 'f_price_guest_price',
        note: 'f_price_note',
      }),
    ),
    rooms: rows(values['f_rooms']).map((row) => ({
      ...own(row, { name: 'f_room_name', floor: 'f_room_floor' }),
      bunks: rows(row['f_bunks']).map((bunk) => own(bunk, { label: 'f_bunk_label', kind: 'f_bunk_kind' })),
    })),
    position: values['f_position'] ?? null,
    directions: rows(values['f_directions']).map(direction),
    search: own(search, { title_words: 'f_set_title', description: 'f_set_description' }),
    area: one('f_y_area'),
    facilities: several('f_y_facility'),
  };
}

interface MediumRow {
  readonly id: string;
  readonly alt: string;
  readonly extension: string;
  readonly width: number;
  readonly height: number;
  readonly variants: readonly { readonly width: number; readonly height: number }[];
}

/** What the huts refer to, all at once. */
async function referred(database: Database, huts: readonly HutRow[]): Promise<Found> {
  const of = (...fields: readonly string[]): readonly string[] =>
    huts.flatMap(({ values }) => fields.flatMap((field) => ids(values[field])));
  const among = (wanted: readonly string[]): SQL =>
    sql`id IN (SELECT jsonb_array_elements_text(${JSON.stringify(wanted)}::jsonb))`;
  const [media, terms, wardens] = await Promise.all([
    selectRows<MediumRow & Values>(
      database,
      sql`SELECT id, alt, extension, width, height, variants FROM medium WHERE ${among(of('f_picture', 'f_pictures'))}`,
    ),
    selectRows<{ id: string } & Values>(
      database,
      sql`SELECT id, CASE taxonomy_id WHEN 'y_area' THEN 'area' ELSE 'facility' END AS taxonomy, slug, label, parent_id AS parent
          FROM term WHERE ${among(of('f_y_area', 'f_y_facility'))}`,
    ),
    selectRows<{ id: string; slug: string; title: string }>(
      database,
      sql`SELECT id, slug, title FROM entry WHERE status = 'published' AND ${among(of('f_wardens'))}`,
    ),
  ]);
  return new Map<string, Values>([
    ...media.map(({ id: medium, alt, extension, width, height, variants }) => {
      const sized = variants.map((each) => ({ url: `/media/${medium}/${each.width}.webp`, ...each }));
      const url = `/media/${medium}/original.${extension}`;
      return [medium, { id: medium, url, alt, width, height, variants: sized }] as const;
    }),
    ...terms.map((term) => [term.id, term] as const),
    ...wardens.map(
      ({ id: warden, slug, title }) =>
        [warden, { id: warden, type: 'warden', slug, title, url: `/site/wardens/${slug}` }] as const,
    ),
  ]);
}

async function huts(database: Database, which: SQL): Promise<readonly Values[]> {
  const found = await selectRows<HutRow & Values>(
    database,
    sql`SELECT id, slug, title, "values", published_at, updated_at FROM entry
        WHERE type_id = 't_hut' AND status = 'published' AND ${which}`,
  );
  const references = await referred(database, found);
  return found.map((each) => hut(each, references));
}

/** The content API for huts as somebody would write it for this one type: the same answers, nothing kept. */
export function handlersByHand(database: Database): Hono {
  return new Hono()
    .get('/api/content/v1/huts', async (context) => {
      const least = Number(context.req.query('filter[altitude][gte]') ?? -1_000_000);
      const fits = sql`coalesce(("values"->>'f_altitude')::numeric, 0) >= ${least}`;
      const [data, [counted]] = await Promise.all([
        huts(database, sql`${fits} ORDER BY title COLLATE readers_order, id LIMIT 25`),
        selectRows<{ total: number }>(
          database,
          sql`SELECT count(*)::int AS total FROM entry WHERE type_id = 't_hut' AND status = 'published' AND ${fits}`,
        ),
      ]);
      return context.json({
        data,
        page: { next: null, previous: null, total: counted?.total ?? 0, partial: false },
      });
    })
    .get('/api/content/v1/huts/:slug', async (context) => {
      const [data] = await huts(database, sql`slug = ${context.req.param('slug')}`);
      return context.json({ data });
    });
}
