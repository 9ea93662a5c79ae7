import { isDeepStrictEqual } from 'node:util';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { serve } from '@hono/node-server';
import { demoModel } from '@tovlet/demo';
import { createApp } from '@tovlet/server/app';
import { connect } from '@tovlet/server/db/connect';
import { loadDemo } from '@tovlet/server/demo/load';
import { rebuild } from '@tovlet/server/derived/refill';
import { filesIn } from '@tovlet/server/files/files-in';
import type { Services } from '@tovlet/server/services';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { sql } from 'drizzle-orm';
import { Hono } from 'hono';
import { comparedWith, median, toldBeside, type Benchmark, type Finding } from './measure';
import { handlersByHand } from './read-by-hand';
import type { Load, LoadResult } from './read-load';

const LIST = '/api/content/v1/huts';
const SINGLE = '/api/content/v1/huts/bruskholm-hut';
const PAGE = '/site/huts/bruskholm-hut';
/** Another address each time, so that nothing is kept for it: every hut lies above. */
const UNSEEN = `${LIST}?filter[altitude][gte]=-#`;
const CONNECTIONS = 20;

/** A thread of its own that asks, so that asking takes no time from answering. */
class Asker {
  private readonly worker = new Worker(
    `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(new URL('./read-load.ts', import.meta.url).href)}); })`,
    { eval: true },
  );

  async time(port: number, path: string, requests: number, headers: Load['headers'] = {}): Promise<number> {
    const load: Load = { port, path, headers, requests, connections: CONNECTIONS };
    const answered = new Promise<LoadResult>((resolve) => this.worker.once('message', resolve));
    this.worker.postMessage(load);
    const { elapsed, failed } = await answered;
    if (failed > 0) throw new Error(`${failed} of ${requests} requests for ${path} failed.`);
    return elapsed / requests;
  }

  async end(): Promise<void> {
    await this.worker.terminate();
  }
}

async function fill(services: Services): Promise<void> {
  await ensureWorkspace(services, 'Velmark Huts', demoModel, loadDemo);
  const { model } = await services.models.current();
  for (const type of model.types) await rebuild(services.database, model, type);
}

const listening = async (app: Hono): Promise<{ port: number; close(): void }> =>
  new Promise((resolve) => {
    const server = serve({ fetch: app.fetch, port: 0 }, ({ port }) =>
      resolve({ port, close: () => void server.close() }),
    );
  });

async function compared(
  work: () => Promise<number>,
  reference: () => Promise<number>,
): Promise<{ ratio: number; work: number; reference: number }> {
  const pairs: { work: number; reference: number }[] = [];
  for (let round = -2; round < 9; round += 1) {
    const pair = { work: await work(), reference: await reference() };
    if (round >= 0) pairs.push(pair);
  }
  return {
    ratio: median(pairs.map((pair) => pair.work / pair.reference)),
    work: median(pairs.map((pair) => pair.work)),
    reference: median(pairs.map((pair) => pair.reference)),
  };
}

/** How long one reader alone waits who comes right after a save. */
const afterSave =
  (save: () => Promise<unknown>, app: Hono): (() => Promise<number>) =>
  async () => {
    const times: number[] = [];
    for (let round = 0; round < 5; round += 1) {
      await save();
      const start = performance.now();
      await (await app.request(LIST)).text();
      times.push(performance.now() - start);
    }
    return median(times);
  };

async function findings({ database }: Services, tovlet: Hono, byHand: Hono): Promise<readonly Finding[]> {
  const saveHut = () =>
    database.execute(sql`UPDATE entry SET updated_by = 'Bench' WHERE slug = 'bruskholm-hut'`);
  const saveTerm = () => database.execute(sql`UPDATE term SET position = 0 WHERE id = 'n_facility_0'`);
  for (const path of [LIST, SINGLE]) {
    const [one, other] = await Promise.all([tovlet.request(path), byHand.request(path)]);
    const answers = [await one.json(), await other.json()];
    if (!isDeepStrictEqual(answers[0], answers[1])) throw new Error(`Both answer ${path} alike.`);
  }
  const page = await tovlet.request(PAGE);
  const text = await page.text();
  const constant = new Hono().get('*', (context) => context.html(text));
  const [here, hand, fixed] = [await listening(tovlet), await listening(byHand), await listening(constant)];
  const asker = new Asker();
  const tag = (await tovlet.request(LIST)).headers.get('etag') ?? '';
  const ask =
    (port: number, path: string, requests: number, headers = {}) =>
    () =>
      asker.time(port, path, requests, headers);
  try {
    return [
      comparedWith(
        'REST, 25 full entries, asked for again, against a handler by hand',
        await compared(ask(here.port, LIST, 200), ask(hand.port, LIST, 60)),
        0.7,
      ),
      comparedWith(
        'the same, a single entry',
        await compared(ask(here.port, SINGLE, 400), ask(hand.port, SINGLE, 200)),
        0.7,
      ),
      comparedWith(
        'the same list asked for in other words each time',
        await compared(ask(here.port, UNSEEN, 40), ask(hand.port, UNSEEN, 40)),
        0.7,
      ),
      comparedWith(
        'with only titles, against the whole',
        await compared(ask(here.port, `${UNSEEN}&fields=title`, 40), ask(here.port, UNSEEN, 40)),
        1,
      ),
      comparedWith(
        'with one relation included, against the whole',
        await compared(ask(here.port, `${UNSEEN}&include=wardens`, 40), ask(here.port, UNSEEN, 40)),
        1.5,
      ),
      toldBeside(
        'the list, once after each save of one of its entries',
        await compared(afterSave(saveHut, tovlet), afterSave(saveHut, byHand)),
      ),
      toldBeside(
        'the list, once after each save of what all its entries refer to',
        await compared(afterSave(saveTerm, tovlet), afterSave(saveTerm, byHand)),
      ),
      comparedWith(
        'a 304, against the answer it saves by a handler by hand',
        await compared(ask(here.port, LIST, 400, { 'if-none-match': tag }), ask(hand.port, LIST, 40)),
        0.1,
      ),
      comparedWith(
        'a public page, asked for again, against a constant of the same size',
        await compared(ask(here.port, PAGE, 600), ask(fixed.port, PAGE, 600)),
        1.43,
      ),
    ];
  } finally {
    await asker.end();
    for (const server of [here, hand, fixed]) server.close();
  }
}

/** The content API and a public page, on 20 connections, beside the same written by hand on the same database. */
export const readBenchmark: Benchmark = {
  name: 'read',
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
      return await findings(services, createApp(services, ''), handlersByHand(services.database));
    } finally {
      await services.jobs.stop();
      await connection.close();
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
