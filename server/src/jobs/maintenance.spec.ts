import { demoEntries } from '@tovlet/demo';
import { sql } from 'drizzle-orm';
import { selectRows } from '../db/connect';
import { insertEntries } from '../demo/load';
import { eachWithWorkspace } from '../testing/workspace';
import { keepDatabase, LOG_TO_CLEAR, maintain } from './maintenance';

describe('the maintenance of the database', () => {
  const workspace = eachWithWorkspace();
  /** Everything that is to be done in a pause. */
  const maintainAll = async (): Promise<readonly string[]> => {
    const done: string[] = [];
    for (let next = await maintain(workspace().services.database, true); next;) {
      done.push(next);
      next = await maintain(workspace().services.database, true);
    }
    return done;
  };
  const plannedRows = async (): Promise<number> => {
    const [row] = await selectRows<{ rows: number }>(
      workspace().services.database,
      sql`SELECT reltuples::int AS rows FROM pg_class WHERE relname = 'entry'`,
    );
    return row?.rows ?? -2;
  };
  const fill = async (): Promise<void> => {
    const { database } = workspace().services;
    await insertEntries(
      database,
      demoEntries(700).filter(({ typeId }) => typeId === 't_hut'),
    );
    // What has changed is counted once a second, unless it is asked for.
    await database.execute(sql`SELECT pg_stat_force_next_flush()`);
  };

  it('looks after tables that have changed, until there is nothing to do', async () => {
    await fill();
    expect(await maintainAll()).toContain('VACUUM (ANALYZE) entry');
    expect(await plannedRows()).toBeGreaterThan(650);
    expect(await maintainAll()).toEqual([]);
  });

  it('leaves tables alone while there is work', async () => {
    await maintainAll();
    await fill();
    expect(await maintain(workspace().services.database, false)).toBeNull();
  });

  it('takes in the log when it has grown', async () => {
    const { database } = workspace().services;
    await maintainAll();
    await database.execute(sql`CREATE TABLE large (words text)`);
    await database.execute(sql`ALTER TABLE large ALTER words SET STORAGE EXTERNAL`);
    await database.execute(
      sql`INSERT INTO large SELECT repeat('x', 1000000) FROM generate_series(1, ${Math.ceil(LOG_TO_CLEAR / 900_000)})`,
    );
    expect(await maintainAll()).toContain('CHECKPOINT');
    await database.execute(sql`DROP TABLE large`);
  });

  it('knows pauses from work', async () => {
    const { connection, database } = workspace().services;
    const asked = performance.now();
    await database.execute(sql`SELECT 1`);
    // A pause begins with what was asked last, however long that took.
    const quiet = connection.quietFor();
    expect(quiet).toBeLessThanOrEqual(performance.now() - asked);
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(connection.quietFor()).toBeGreaterThan(quiet);
  });

  it('leaves a PostgreSQL server to itself', () => {
    const { connection } = workspace().services;
    expect(keepDatabase({ ...connection, shared: true })).toBeNull();
  });
});
