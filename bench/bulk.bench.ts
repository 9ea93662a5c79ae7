import { PROGRAMS } from '@tovlet/core/access/audience';
import { parseQuery } from '@tovlet/core/delivery/query';
import { startBulk } from '@tovlet/server/bulk/service';
import type { Database } from '@tovlet/server/db/connect';
import { findEntries } from '@tovlet/server/delivery/find';
import { countsOf } from '@tovlet/server/jobs/change_entries/queries';
import { sql } from 'drizzle-orm';
import { soundHuts } from './huts';
import { comparedWith, stolenTime, within, type Benchmark } from './measure';
import { withHuts } from './with-huts';

const HUTS = 10_000;

const person = { id: 'p_1', name: 'Benchmark', email: 'a@b.example', role: 'developer' as const };

/** The same change as somebody would write it by hand: every document, and the row of each in the table of its type. */
async function byHand(database: Database): Promise<number> {
  const start = performance.now();
  await database.transaction(async (transaction) => {
    await transaction.execute(sql`
      UPDATE entry SET "values" = jsonb_set("values", '{f_altitude}', '1999'), version = version + 1, updated_at = now()
      WHERE type_id = 't_hut'`);
    await transaction.execute(sql`UPDATE ix_t_hut SET f_altitude = 1999, updated_at = now()`);
  });
  return performance.now() - start;
}

/** A value set on 10 000 entries at once, while lists are read. */
export const bulkBenchmark: Benchmark = {
  name: 'bulk',
  async run() {
    return withHuts(
      (type) => soundHuts(HUTS, type),
      async (services, type) => {
        const { database } = services;
        const { model } = await services.models.current();
        await database.execute(
          sql`INSERT INTO person (id, name, email, role) VALUES (${person.id}, ${person.name}, ${person.email}, ${person.role})`,
        );
        const hand = await byHand(database);
        services.jobs.work(services);
        const { query } = parseQuery(
          model,
          type,
          new URLSearchParams('filter[winter_room][eq]=true&sort=-altitude'),
        );
        const read = async (): Promise<number> => {
          const [start, stolen] = [performance.now(), stolenTime()];
          await findEntries(database, type, query, PROGRAMS);
          return stolenTime() > stolen ? 0 : performance.now() - start;
        };
        for (let count = 0; count < 30; count += 1) await read();
        const start = performance.now();
        const { id } = await startBulk(
          services,
          person,
          {
            type: 't_hut',
            of: { kind: 'found', search: '', filter: '', finding: '' },
            change: { kind: 'set', field: 'f_altitude', value: 2001 },
          },
          null,
        );
        let slowest = 0;
        for (;;) {
          const { waiting } = await countsOf(database, id);
          if (waiting === 0) break;
          for (let count = 0; count < 10; count += 1) {
            slowest = Math.max(slowest, await read());
            await new Promise((resolve) => setTimeout(resolve, 20));
          }
        }
        const time = performance.now() - start;
        const { changed, refused } = await countsOf(database, id);
        // Two have values that may not be published.
        if (changed < 0.99 * HUTS) throw new Error(`Only ${changed} huts were changed, ${refused} refused.`);
        return [
          comparedWith(
            'a value set on 10 000 entries at once, against plain SQL',
            { ratio: time / hand, work: time, reference: hand },
            3,
          ),
          within('the slowest read meanwhile', slowest, 100),
        ];
      },
    );
  },
};
