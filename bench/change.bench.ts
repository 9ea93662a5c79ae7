import { PROGRAMS } from '@tovlet/core/access/audience';
import { parseQuery } from '@tovlet/core/delivery/query';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { rehearse } from '@tovlet/server/conversions/rehearse';
import { valueChange } from '@tovlet/server/db/schema/index';
import { findEntries } from '@tovlet/server/delivery/find';
import { changeModel } from '@tovlet/server/model/service';
import type { Services } from '@tovlet/server/services';
import { isNotNull } from 'drizzle-orm';
import { soundHuts } from './huts';
import { stolenTime, within, type Benchmark } from './measure';
import { withHuts } from './with-huts';

const HUTS = 100_000;

const person = { id: 'p_1', name: 'Benchmark', email: 'a@b.example', role: 'developer' as const };
const altitude: SetField = { kind: 'set_field', field: 'f_altitude', patch: { kind: 'text' } };
const note: SetField = { kind: 'set_field', field: 'f_price_member', patch: { kind: 'text' } };

/** Reads again and again while something is done. @returns how long that took, and the slowest read, in milliseconds */
async function reading<Result>(
  read: () => Promise<unknown>,
  work: () => Promise<Result>,
): Promise<{ readonly time: number; readonly slowest: number }> {
  let [slowest, isDone] = [0, false];
  const start = performance.now();
  const done = work().finally(() => (isDone = true));
  while (!isDone) {
    const [begun, stolen] = [performance.now(), stolenTime()];
    await read();
    if (stolenTime() === stolen) slowest = Math.max(slowest, performance.now() - begun);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  await done;
  return { time: performance.now() - start, slowest };
}

async function made(services: Services, change: SetField): Promise<void> {
  const { revision } = await services.models.current();
  await changeModel(services, person, { baseRevision: revision, changes: [change] });
  while ((await services.database.$count(valueChange, isNotNull(valueChange.at))) > 0)
    await new Promise((resolve) => setTimeout(resolve, 50));
}

/** A field of 100 000 huts gets another type: tried, made, and taken back, while lists are read. */
export const changeBenchmark: Benchmark = {
  name: 'change',
  async run() {
    return withHuts(
      (type) => soundHuts(HUTS, type),
      async (services, type) => {
        const { database } = services;
        const { model } = await services.models.current();
        const { query } = parseQuery(
          model,
          type,
          new URLSearchParams('filter[winter_room][eq]=true&sort=title'),
        );
        const read = () => findEntries(database, type, query, PROGRAMS);
        for (let count = 0; count < 30; count += 1) await read();
        const never = new AbortController().signal;
        const top = await reading(read, () => rehearse(services, { change: altitude }, never));
        const rows = await reading(read, () => rehearse(services, { change: note }, never));
        services.jobs.work(services);
        const { settings } = model.fields.get('f_altitude')?.field ?? { settings: {} };
        const applied = await reading(read, () => made(services, altitude));
        const undone = await reading(read, () =>
          made(services, { ...altitude, patch: { kind: 'number', settings } }),
        );
        return [
          within('another type rehearsed on 100 000 values', top.time, 5_000),
          within('the same in rows', rows.time, 5_000),
          within('the slowest read while it is rehearsed', Math.max(top.slowest, rows.slowest), 100),
          within('the slowest read while 100 000 values are converted', applied.slowest, 100),
          within('100 000 values converted', applied.time, 60_000),
          within('and taken back', undone.time, 60_000),
        ];
      },
    );
  },
};
