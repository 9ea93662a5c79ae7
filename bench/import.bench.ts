import { PROGRAMS } from '@tovlet/core/access/audience';
import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { parseQuery } from '@tovlet/core/delivery/query';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Database } from '@tovlet/server/db/connect';
import { contentImport } from '@tovlet/server/db/schema/index';
import { findEntries } from '@tovlet/server/delivery/find';
import { analyse } from '@tovlet/server/imports/analysis';
import { startImport } from '@tovlet/server/imports/starting';
import type { Services } from '@tovlet/server/services';
import { runOf } from '@tovlet/server/transfer/queries';
import { detectSource } from '@tovlet/server/transfer/sources/detect';
import { keepFile } from '@tovlet/server/transfer/with-file';
import { sql } from 'drizzle-orm';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { soundHuts } from './huts';
import { comparedWith, stolenTime, within, type Benchmark } from './measure';
import { withHuts } from './with-huts';

const THERE = 10_000;
const ROWS = 3_000;

const person = { id: 'p_1', name: 'Benchmark', email: 'a@b.example', role: 'developer' as const };

const rows = Array.from({ length: ROWS }, (_row, at) => ({
  title: `Brought hut ${at}`,
  altitude: 800 + (at % 2400),
  phone: '+00 512 34 56',
}));

/** The same rows as somebody would load them by hand: every document, and the row of each in the table of its type. */
async function byHand(database: Database): Promise<number> {
  const start = performance.now();
  const given = JSON.stringify(rows.map((row, at) => ({ ...row, id: `e_hand${at}`, slug: `by-hand-${at}` })));
  const table = sql`jsonb_to_recordset(${given}::jsonb) AS given (id text, slug text, title text, altitude float8, phone text)`;
  await database.transaction(async (transaction) => {
    await transaction.execute(sql`
      INSERT INTO entry (id, type_id, slug, title, status, "values", updated_by)
      SELECT id, 't_hut', slug, title, 'draft', jsonb_build_object('f_altitude', altitude, 'f_phone', phone), 'hand' FROM ${table}`);
    await transaction.execute(sql`
      INSERT INTO ix_t_hut (entry_id, status, slug, title, updated_at, f_altitude)
      SELECT id, 'draft', slug, title, now(), altitude FROM ${table}`);
  });
  const time = performance.now() - start;
  // The file brings the same ones.
  await database.execute(sql`DELETE FROM entry WHERE updated_by = 'hand'`);
  return time;
}

/** A file as it was uploaded. */
async function brought(services: Services, type: CompiledType): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'tovlet-import-'));
  const file = join(folder, 'huts.csv');
  const lines = rows.map(({ title, altitude, phone }) => `${title},${altitude},${phone}`);
  writeFileSync(file, `Title,Altitude,Phone\n${lines.join('\n')}\n`);
  const [id, source] = ['i_bench', await detectSource(file, 'huts.csv')];
  const analysis = await analyse(file, source, type, person.role);
  await keepFile(services, id, file);
  rmSync(folder, { recursive: true });
  const own = { id, filename: 'huts.csv', bytes: 1, typeId: 't_hut', source };
  await services.database
    .insert(contentImport)
    .values({ ...own, ...analysis, personId: person.id, personName: person.name });
  return id;
}

/** Rows brought in from a file, while lists are read. */
export const importBenchmark: Benchmark = {
  name: 'import',
  async run() {
    return withHuts(
      (type) => soundHuts(THERE, type),
      async (services, type) => {
        const { database } = services;
        const { model } = await services.models.current();
        await database.execute(
          sql`INSERT INTO person (id, name, email, role) VALUES (${person.id}, ${person.name}, ${person.email}, ${person.role})`,
        );
        const hand = await byHand(database);
        const id = await brought(services, type);
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
        let slowest = 0;
        const done = async (phase: ImportPhase): Promise<number> => {
          const start = performance.now();
          await startImport(services, person, id, { version: 1, phase });
          for (;;) {
            const run = await runOf(database, id, phase);
            if (run?.state === 'done') {
              const { new: made } = run.report.counts;
              if (made !== ROWS) throw new Error(`Only ${made} of ${ROWS} rows are new.`);
              return performance.now() - start;
            }
            if (run?.state !== 'running') throw new Error(run?.problem ?? 'The import ended.');
            slowest = Math.max(slowest, await read());
            await new Promise((resolve) => setTimeout(resolve, 20));
          }
        };
        const rehearsed = await done('rehearse');
        const run = await done('run');
        return [
          comparedWith(
            `${ROWS} rows brought in, against plain SQL`,
            { ratio: run / hand, work: run, reference: hand },
            3,
          ),
          comparedWith(
            'the same rehearsed',
            { ratio: rehearsed / hand, work: rehearsed, reference: hand },
            3,
          ),
          within('the slowest read meanwhile', slowest, 100),
        ];
      },
    );
  },
};
