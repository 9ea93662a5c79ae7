import { sharedConnection } from '../testing/workspace';
import { DatabaseError, PgliteClient } from './pglite-client';

describe('the database thread', () => {
  let client: PgliteClient;
  beforeAll(async () => {
    await sharedConnection();
    client = await PgliteClient.open({ dataFolder: null });
    await client.exec('CREATE TABLE thing (id integer PRIMARY KEY, word text UNIQUE)');
  }, 60_000);
  beforeEach(() => client.exec('TRUNCATE thing'));
  afterAll(() => client.close());
  const count = async (): Promise<number> =>
    (await client.query<{ count: number }>('SELECT count(*)::int AS count FROM thing')).rows[0]?.count ?? -1;

  it('answers rows with their types', async () => {
    const { rows } = await client.query('SELECT 1.5::float8 AS number, NULL AS nothing, $1::jsonb AS json', [
      JSON.stringify({ a: [1] }),
    ]);
    expect(rows).toEqual([{ number: 1.5, nothing: null, json: { a: [1] } }]);
  });

  it('keeps all of a transaction, or nothing', async () => {
    await client.transaction(async (transaction) => {
      await transaction.query('INSERT INTO thing VALUES (1)');
      await transaction.query('INSERT INTO thing VALUES (2)');
    });
    const failed = client.transaction(async (transaction) => {
      await transaction.query('INSERT INTO thing VALUES (3)');
      throw new Error('Changed my mind');
    });
    await expectAsync(failed).toBeRejectedWithError('Changed my mind');
    expect(await count()).toBe(2);
  });

  it('lets nobody in between the statements of a transaction', async () => {
    const seen: number[] = [];
    const transaction = client.transaction(async (own) => {
      await own.query('INSERT INTO thing VALUES (1)');
      await new Promise((resolve) => setTimeout(resolve, 20));
      await own.query('INSERT INTO thing VALUES (2)');
    });
    const outside = count().then((found) => seen.push(found));
    await Promise.all([transaction, outside]);
    expect(seen).toEqual([2]);
  });

  it('says which rule a statement broke, and goes on', async () => {
    await client.query("INSERT INTO thing VALUES (1, 'a')");
    const error: unknown = await client
      .query("INSERT INTO thing VALUES (2, 'a')")
      .catch((reason: unknown) => reason);
    expect(error).toBeInstanceOf(DatabaseError);
    expect(error instanceof DatabaseError && [error.code, error.constraint]).toEqual([
      '23505',
      'thing_word_key',
    ]);
    expect(await count()).toBe(1);
  });

  it('refuses text with NUL as a value, not as a failure of its own', async () => {
    const error: unknown = await client
      .query('SELECT $1::text', ['\u0000'])
      .catch((reason: unknown) => reason);
    expect(error instanceof DatabaseError && error.code).toBe('22021');
    expect(await count()).toBe(0);
  });
});
