import { PROGRAMS } from '@tovlet/core/access/audience';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseQuery } from '@tovlet/core/delivery/query';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { demoModel } from '@tovlet/demo';
import { connect, type Database } from '@tovlet/server/db/connect';
import { rebuild } from '@tovlet/server/derived/refill';
import { insertEntries } from '@tovlet/server/demo/load';
import { findEntries } from '@tovlet/server/delivery/find';
import { createApp } from '@tovlet/server/app';
import type { Services } from '@tovlet/server/services';
import { filesIn } from '@tovlet/server/files/files-in';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { sql } from 'drizzle-orm';
import { benchmarkHuts } from './huts';
import { comparedWith, median, ratio, timed, within, type Benchmark, type Finding } from './measure';

interface Filled {
  readonly services: Services;
  readonly model: CompiledModel;
  readonly type: CompiledType;
}

/** Fills a workspace with the demo's shapes, by the plainest SQL there is. */
async function fill(services: Services, huts: number): Promise<Filled> {
  await ensureWorkspace(services, 'Benchmark', demoModel);
  await insertEntries(services.database, benchmarkHuts(huts));
  const { model } = await services.models.current();
  const type = model.typeById.get('t_hut');
  if (!type) throw new Error('The demo has huts.');
  await rebuild(services.database, model, type);
  await services.database.execute(sql`CHECKPOINT`);
  await services.database.execute(sql`ANALYZE`);
  return { services, model, type };
}

/** The best that somebody would write by hand for this one question. */
async function byHand(database: Database): Promise<unknown> {
  return database.execute(sql`
    SELECT e.id, e.slug, e.title, e."values" FROM (
      SELECT entry_id, f_altitude FROM ix_t_hut
      WHERE status = 'published' AND f_altitude >= 2000 AND f_winter_room
      ORDER BY f_altitude DESC, entry_id DESC LIMIT 26) AS page
    JOIN entry e ON e.id = page.entry_id ORDER BY page.f_altitude DESC, e.id DESC`);
}

const FILTERS = 'filter[altitude][gte]=2000&filter[winter_room][eq]=true&sort=-altitude';

async function withWorkspace<Result>(
  huts: number,
  work: (filled: Filled) => Promise<Result>,
): Promise<Result> {
  const folder = mkdtempSync(join(tmpdir(), 'tovlet-bench-'));
  const connection = await connect({ folder });
  const services = await openServices(connection, {
    ...filesIn(folder),
    demo: false,
    publicDelivery: true,
  });
  try {
    return await work(await fill(services, huts));
  } finally {
    await services.jobs.stop();
    await connection.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function listTime({ services, type, model }: Filled): Promise<number> {
  const { query } = parseQuery(model, type, new URLSearchParams(FILTERS));
  return timed(() => findEntries(services.database, type, query, PROGRAMS), 40, 8);
}

async function compareGraphql({ services }: Filled): Promise<Finding> {
  const app = createApp(services, '');
  const wanted =
    'title altitude winter_room description picture { url alt } prices { guest member_price guest_price note }';
  const query = `{ huts(first: 50, sort: [TITLE_ASC]) { nodes { ${wanted} } pageInfo { endCursor } totalCount } }`;
  const post = {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ query }),
  };
  const fields = 'title,altitude,winter_room,description,picture,prices';
  const read = async (answer: Response | Promise<Response>): Promise<string> => (await answer).text();
  return comparedWith(
    'GraphQL: 50 entries with media and rows, against REST',
    await ratio(
      () => read(app.request('/api/graphql', post)),
      () => read(app.request(`/api/content/v1/huts?page[size]=50&sort=title&fields=${fields}`)),
      25,
    ),
    1.5,
  );
}

/** A page of entries with two filters and a sort, at 10 000 and at 100 000 entries. */
export const listBenchmark: Benchmark = {
  name: 'list',
  async run() {
    const small = await withWorkspace(10_000, listTime);
    return withWorkspace(100_000, async (filled) => {
      const { services, type, model } = filled;
      const { query } = parseQuery(model, type, new URLSearchParams(FILTERS));
      const large: number[] = [];
      for (let round = 0; round < 3; round += 1) large.push(await listTime(filled));
      const compared = await ratio(
        () => findEntries(services.database, type, query, PROGRAMS),
        () => byHand(services.database),
        40,
      );
      return [
        comparedWith(
          'list page, two filters and a sort, 100 000 entries, against SQL by hand',
          compared,
          1.5,
        ),
        comparedWith(
          'the same, against 10 000 entries',
          { ratio: median(large) / small, work: median(large), reference: small },
          2,
        ),
        within('the same in itself', median(large), 50),
        await compareGraphql(filled),
      ];
    });
  },
};
