import { PROGRAMS } from '@tovlet/core/access/audience';
import { parseQuery } from '@tovlet/core/delivery/query';
import { demoModel } from '@tovlet/demo';
import { connect, selectRows } from '@tovlet/server/db/connect';
import { rebuild } from '@tovlet/server/derived/refill';
import { insertEntries } from '@tovlet/server/demo/load';
import { findEntries } from '@tovlet/server/delivery/find';
import { changeModel } from '@tovlet/server/model/service';
import { filesIn } from '@tovlet/server/files/files-in';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { sql } from 'drizzle-orm';
import type { TimedRead } from './follow.bench';
import { benchmarkHuts } from './huts';
import { stolenTime } from './measure';

/** Fills a workspace with huts, makes one more field filterable, and reads while the index table follows. */
const [folder = '', huts = '100000'] = process.argv.slice(2);
const tell = (message: object): void => void process.send?.(message);

const connection = await connect({ folder });
const services = await openServices(connection, {
  ...filesIn(folder),
  demo: false,
  publicDelivery: true,
});
await ensureWorkspace(services, 'Benchmark', demoModel);
await insertEntries(services.database, benchmarkHuts(Number(huts)));
const { model } = await services.models.current();
const type = model.typeById.get('t_hut');
if (!type) throw new Error('The demo has huts.');
await rebuild(services.database, model, type);
await services.database.execute(sql`CHECKPOINT`);
await services.database.execute(sql`ANALYZE`);
services.jobs.work(services);
tell({ kind: 'filled' });

const { query } = parseQuery(
  model,
  type,
  new URLSearchParams('filter[altitude][gte]=2000&filter[winter_room][eq]=true&sort=-altitude'),
);
const person = { id: 'p_1', name: 'Benchmark', email: 'a@b.example', role: 'developer' as const };
async function read(times: TimedRead[]): Promise<void> {
  const [start, stolen] = [performance.now(), stolenTime()];
  if (type) await findEntries(services.database, type, query, PROGRAMS);
  times.push({ time: performance.now() - start, disturbed: stolenTime() > stolen });
  await new Promise((resolve) => setTimeout(resolve, 20));
}

// A server that is read from, as one is: its first read is slower than any later one.
const before: TimedRead[] = [];
for (let count = 0; count < 50; count += 1) await read(before);

const reads: TimedRead[] = [];
const changing = changeModel(services, person, {
  baseRevision: 1,
  changes: [{ kind: 'set_field', field: 'f_season_from', patch: { filterable: true } }],
});
let begun = false;
const half = async (): Promise<boolean> => {
  const [state] = await selectRows<{ filled: string | null }>(
    services.database,
    sql`SELECT filled_to AS filled FROM index_table WHERE type_id = 't_hut'`,
  );
  const filled = state?.filled ?? null;
  begun ||= filled !== null;
  return begun && (filled === null || filled > `e_hut${String(Number(huts) / 2).padStart(7, '0')}`);
};
while (!(await half())) await read(reads);
await changing;
tell({ kind: 'half', reads, before: before.slice(10) });
// Ended from outside, in the middle of refilling.
setInterval(() => undefined, 1000);
