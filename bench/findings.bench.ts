import { personWith, PROGRAMS } from '@tovlet/core/access/audience';
import type { EntryListQuery } from '@tovlet/core/contracts/studio';
import { entryListSchema } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { parseQuery } from '@tovlet/core/delivery/query';
import { filterToText } from '@tovlet/core/queries/filter-text';
import { findEntries } from '@tovlet/server/delivery/find';
import { entryFinding } from '@tovlet/server/db/schema/index';
import { findings } from '@tovlet/server/entries/findings/findings';
import { isLooking } from '@tovlet/server/entries/findings/queries';
import { listEntries } from '@tovlet/server/entries/list';
import { examineEntries } from '@tovlet/server/jobs/examine_entries/examine-entries';
import { sql } from 'drizzle-orm';
import { soundHuts } from './huts';
import { comparedWith, ratio, stolenTime, timed, toldBeside, within, type Benchmark } from './measure';
import { withHuts } from './with-huts';

const HUTS = 20_000;

/** One hut in so many is wrong. */
const ONE_IN = 20;

const person = { id: 'p_1', name: 'Benchmark', email: 'a@b.example', role: 'developer' as const };

/** The same huts by a condition. */
const BELOW_SEA = filterToText({
  kind: 'path',
  path: [{ kind: 'field', field: 'f_altitude' }],
  operator: 'less',
  value: 0,
});

/** Huts some of which lie below the sea. */
const someWrong = (type: CompiledType) =>
  soundHuts(HUTS, type).map((hut, index) =>
    index % ONE_IN === 0 ? { ...hut, values: { ...hut.values, f_altitude: -10 } } : hut,
  );

/** All entries looked through after a change of the model, while lists are read; and what is found asked for. */
export const findingsBenchmark: Benchmark = {
  name: 'findings',
  run: () =>
    withHuts(someWrong, async (services, type) => {
      const { database, jobs } = services;
      const { model } = await services.models.current();
      const { query } = parseQuery(model, type, new URLSearchParams('sort=-altitude'));
      const read = async (): Promise<number> => {
        const [start, stolen] = [performance.now(), stolenTime()];
        await findEntries(database, type, query, PROGRAMS);
        return stolenTime() > stolen ? 0 : performance.now() - start;
      };
      for (let count = 0; count < 30; count += 1) await read();
      jobs.work(services);
      const start = performance.now();
      await jobs.send(examineEntries, {});
      let slowest = 0;
      while (await isLooking(database)) {
        for (let count = 0; count < 10; count += 1) {
          slowest = Math.max(slowest, await read());
          await new Promise((resolve) => setTimeout(resolve, 20));
        }
      }
      const time = performance.now() - start;
      const found = await database.$count(entryFinding);
      if (found < HUTS / ONE_IN) throw new Error(`Only ${found} things were found wrong.`);
      await database.execute(sql`ANALYZE`);
      const list = (more: Partial<EntryListQuery>) => () =>
        listEntries(database, model, type, personWith('developer'), {
          ...entryListSchema.parse({ type: 'hut' }),
          ...more,
        });
      return [
        within('one entry looked through, of 20 000', time / HUTS, 2),
        within('the slowest read meanwhile', slowest, 100),
        within('what is found, by field and kind', await timed(() => findings(services, person)), 100),
        comparedWith(
          'a list of those with one finding, against the same by a filter',
          await ratio(list({ finding: 'f_altitude,too_small,' }), list({ filter: BELOW_SEA })),
          2,
        ),
        toldBeside(
          'a list of those with any finding, against the same',
          await ratio(list({ finding: 'any' }), list({ filter: BELOW_SEA })),
        ),
      ];
    }),
};
