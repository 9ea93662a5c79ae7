import { isDeepStrictEqual } from 'node:util';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoModel } from '@tovlet/demo';
import { createApp } from '@tovlet/server/app';
import { connect, selectRows, type Database } from '@tovlet/server/db/connect';
import { loadDemo } from '@tovlet/server/demo/load';
import { rebuild } from '@tovlet/server/derived/refill';
import { filesIn } from '@tovlet/server/files/files-in';
import type { Services } from '@tovlet/server/services';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { sql, type SQL } from 'drizzle-orm';
import { comparedWith, ratio, type Benchmark, type Finding } from './measure';

/** Routes, the hut each begins at, its wardens, and the huts of those: three relations deep, with media, rows and terms. */
const QUERY = `query ($least: Float) {
  routes(first: 50, filter: { length: { gte: $least } }, sort: [TITLE_ASC]) {
    nodes {
      title
      waypoints { name altitude }
      start {
        title
        picture { url alt }
        area { label }
        prices { guest guest_price }
        wardens { title portrait { url alt } huts { title } }
      }
    }
  }
}`;

type Values = Readonly<Record<string, unknown>>;
interface EntryRow extends Record<string, unknown> {
  readonly id: string;
  readonly title: string;
  readonly values: Values;
}
interface MediumRow extends Record<string, unknown> {
  readonly id: string;
  readonly alt: string;
  readonly extension: string;
}
interface TermRow extends Record<string, unknown> {
  readonly id: string;
  readonly label: string;
}

const ids = (value: unknown): readonly string[] =>
  (Array.isArray(value) ? value : [value]).filter((each) => typeof each === 'string');
const rows = (value: unknown): readonly Values[] =>
  Array.isArray(value) ? value.map((row: { readonly values: Values }) => row.values) : [];
const of = (entries: readonly EntryRow[], field: string): readonly string[] => [
  ...new Set(entries.flatMap(({ values }) => ids(values[field]))),
];
const byId = <Row extends { readonly id: string }>(found: readonly Row[]): ReadonlyMap<string, Row> =>
  new Map(found.map((row) => [row.id, row]));

const among = (wanted: readonly string[]): SQL =>
  sql`id IN (SELECT jsonb_array_elements_text(${JSON.stringify(wanted)}::jsonb))`;
const entriesOf = (database: Database, wanted: readonly string[]): Promise<readonly EntryRow[]> =>
  selectRows<EntryRow>(
    database,
    sql`SELECT id, title, "values" FROM entry WHERE status = 'published' AND ${among(wanted)}`,
  );

/** The same answer as somebody would write it for this one query: a statement for each kind of thing on each level. */
async function byHand(database: Database, least: number): Promise<Values> {
  const routes = await selectRows<EntryRow>(
    database,
    sql`SELECT id, title, "values" FROM entry WHERE type_id = 't_route' AND status = 'published'
        AND ("values"->>'f_length')::numeric >= ${least} ORDER BY title COLLATE readers_order, id LIMIT 50`,
  );
  const huts = await entriesOf(database, of(routes, 'f_route_from'));
  const wardens = await entriesOf(database, of(huts, 'f_wardens'));
  const [others, media, terms] = await Promise.all([
    entriesOf(database, of(wardens, 'f_warden_huts')),
    selectRows<MediumRow>(
      database,
      sql`SELECT id, alt, extension FROM medium WHERE ${among([...of(huts, 'f_picture'), ...of(wardens, 'f_portrait')])}`,
    ),
    selectRows<TermRow>(database, sql`SELECT id, label FROM term WHERE ${among(of(huts, 'f_y_area'))}`),
  ]);
  const [hutById, wardenById, otherById] = [byId(huts), byId(wardens), byId(others)];
  const [mediumById, termById] = [byId(media), byId(terms)];
  const picture = (id: unknown): Values | null => {
    const medium = mediumById.get(String(id));
    return medium ? { url: `/media/${medium.id}/original.${medium.extension}`, alt: medium.alt } : null;
  };
  const each = (found: ReadonlyMap<string, EntryRow>, value: unknown): readonly EntryRow[] =>
    ids(value).flatMap((id) => found.get(id) ?? []);
  const warden = ({ title, values }: EntryRow): Values => ({
    title,
    portrait: picture(values['f_portrait']),
    huts: each(otherById, values['f_warden_huts']).map((hut) => ({ title: hut.title })),
  });
  const hut = ({ title, values }: EntryRow): Values => ({
    title,
    picture: picture(values['f_picture']),
    area: { label: termById.get(String(values['f_y_area']))?.label ?? null },
    prices: rows(values['f_prices']).map((price) => ({
      guest: price['f_price_guest'] ?? null,
      guest_price: price['f_price_guest_price'] ?? null,
    })),
    wardens: each(wardenById, values['f_wardens']).map(warden),
  });
  const nodes = routes.map(({ title, values }) => ({
    title,
    waypoints: rows(values['f_waypoints']).map((point) => ({
      name: point['f_waypoint_name'] ?? null,
      altitude: point['f_waypoint_altitude'] ?? null,
    })),
    start: each(hutById, values['f_route_from']).map(hut)[0] ?? null,
  }));
  return { data: { routes: { nodes } } };
}

async function fill(services: Services): Promise<void> {
  await ensureWorkspace(services, 'Velmark Huts', demoModel, loadDemo);
  // The demo has fewer routes than one page.
  await services.database.execute(sql`
    INSERT INTO entry (id, type_id, slug, title, status, "values", updated_by, published_at)
    SELECT id || 'b', type_id, slug || '-b', title || ' B', status, "values", 'Tovlet', published_at
    FROM entry WHERE type_id = 't_route'`);
  const { model } = await services.models.current();
  for (const type of model.types) await rebuild(services.database, model, type);
  await services.database.execute(sql`ANALYZE`);
}

async function findings(services: Services): Promise<readonly Finding[]> {
  const app = createApp(services, '');
  // Another number each time, so that nothing is kept for it.
  let asked = 0;
  const ask = async (): Promise<string> => {
    asked += 1;
    const body = JSON.stringify({ query: QUERY, variables: { least: -asked } });
    const headers = { 'content-type': 'application/json' };
    return (await app.request('/api/graphql', { method: 'POST', headers, body })).text();
  };
  const hand = async (): Promise<string> => JSON.stringify(await byHand(services.database, -asked));
  const [answer, wanted] = [JSON.parse(await ask()), JSON.parse(await hand())];
  if (!isDeepStrictEqual(answer.data, wanted.data)) throw new Error('Both answer the query alike.');
  const name = 'GraphQL: 50 entries, three relations deep, media, rows and terms, against the query by hand';
  return [comparedWith(name, await ratio(ask, hand, 25, 5), 1.3)];
}

/** One query that goes far, in this process, beside the same written by hand on the same database. */
export const graphBenchmark: Benchmark = {
  name: 'graph',
  async run() {
    const folder = mkdtempSync(join(tmpdir(), 'tovlet-bench-'));
    const connection = await connect({ folder });
    const services = await openServices(connection, {
      ...filesIn(folder),
      demo: false,
      publicDelivery: true,
    });
    try {
      await fill(services);
      return await findings(services);
    } finally {
      await services.jobs.stop();
      await connection.close();
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
