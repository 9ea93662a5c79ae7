import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fillAllIndexes } from '@tovlet/server/jobs/fill_indexes/fill-indexes';
import { connect, selectRows, type Database } from '@tovlet/server/db/connect';
import { rebuild } from '@tovlet/server/derived/refill';
import { filesIn } from '@tovlet/server/files/files-in';
import { openServices } from '@tovlet/server/workspace';
import { sql } from 'drizzle-orm';
import { milliseconds, within, type Benchmark, type Finding } from './measure';

const HUTS = 100_000;

/** How long a read took in milliseconds, and whether the host took a processor away meanwhile. */
export interface TimedRead {
  readonly time: number;
  readonly disturbed: boolean;
}

/** What the child tells: the reads before the change and after it. */
interface Told {
  readonly kind: string;
  readonly reads?: readonly TimedRead[];
  readonly before?: readonly TimedRead[];
}

/** Waits for a message of a child process. */
function heard(child: ChildProcess, kind: string): Promise<Told> {
  return new Promise((resolve, reject) => {
    child.on('message', (message: Told) => {
      if (message.kind === kind) resolve(message);
    });
    child.on('exit', (code, signal) => reject(new Error(`The process ended (${signal ?? code}).`)));
  });
}

/** One figure for all rows of the index table: equal tables have equal figures. */
async function fingerprint(database: Database): Promise<string> {
  const [row] = await selectRows<{ print: string }>(
    database,
    sql`SELECT md5(string_agg(line, ',' ORDER BY line)) AS print FROM (
          SELECT (ix_t_hut.*)::text AS line FROM ix_t_hut) AS lines`,
  );
  return row?.print ?? '';
}

async function countBy(database: Database, table: 'index' | 'entries'): Promise<number> {
  const [row] = await selectRows<{ count: number }>(
    database,
    table === 'index'
      ? sql`SELECT count(*)::int AS count FROM ix_t_hut WHERE f_season_from >= '2026-06-12'`
      : sql`SELECT count(*)::int AS count FROM entry WHERE type_id = 't_hut' AND "values"->>'f_season_from' >= '2026-06-12'`,
  );
  return row?.count ?? 0;
}

const same = (name: string, one: unknown, other: unknown): Finding => ({
  name,
  figure: one === other ? 'the same' : `${String(one)} against ${String(other)}`,
  bound: 'the same',
  kept: one === other,
});

/** Reopens the folder after the kill, lets the refilling go on, and compares. */
async function afterKill(folder: string): Promise<readonly Finding[]> {
  const connection = await connect({ folder });
  const services = await openServices(connection, {
    ...filesIn(folder),
    demo: false,
    publicDelivery: true,
  });
  try {
    await fillAllIndexes(services);
    const { database } = services;
    const { model } = await services.models.current();
    const type = model.typeById.get('t_hut');
    if (!type) throw new Error('The huts are there.');
    const counted = [await countBy(database, 'index'), await countBy(database, 'entries')] as const;
    const followed = await fingerprint(database);
    await rebuild(database, model, type);
    return [
      same('entries found by the new column after kill -9 in the middle, against the documents', ...counted),
      same('index table that followed, against one rebuilt', followed, await fingerprint(database)),
    ];
  } finally {
    await services.jobs.stop();
    await connection.close();
  }
}

/** Reads that the host disturbed tell of the host: they are named, and left out of what is judged. */
function readFindings(reads: readonly TimedRead[], before: readonly TimedRead[]): readonly Finding[] {
  const slowest = (some: readonly TimedRead[]): number => Math.max(0, ...some.map(({ time }) => time));
  const own = reads.filter(({ disturbed }) => !disturbed);
  const times = own.map(({ time }) => time).sort((a, b) => a - b);
  const disturbed = `${reads.length - own.length} that the host disturbed took up to ${milliseconds(
    slowest(reads.filter((read) => read.disturbed)),
  )}`;
  return [
    within(
      `slowest of ${own.length} list reads while the table follows (before it: ${milliseconds(slowest(before))}; ${disturbed})`,
      own.length < 100 ? Infinity : slowest(own),
      100,
    ),
    within('95 of 100 of them', times[Math.floor(times.length * 0.95)] ?? Infinity, 100),
  ];
}

/** An index table that follows a model change at 100 000 entries, is killed on the way, and goes on. */
export const followBenchmark: Benchmark = {
  name: 'follow',
  async run() {
    const folder = mkdtempSync(join(tmpdir(), 'tovlet-bench-'));
    try {
      const child = fork(join(import.meta.dirname, 'follow-child.ts'), [folder, String(HUTS)], {
        execArgv: ['--import', 'tsx'],
      });
      const { reads = [], before = [] } = await heard(child, 'half');
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGKILL');
      await ended;
      return [...readFindings(reads, before), ...(await afterKill(folder))];
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
