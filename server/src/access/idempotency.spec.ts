import { sql } from 'drizzle-orm';
import { Hono } from 'hono';
import { takenEdit } from '../db/schema';
import { eachWithWorkspace } from '../testing/workspace';
import { forgetOldEdits, idempotencyKeyOf, takeOnce, wasTaken } from './idempotency';
import type { Signed } from './guard';

describe('the key of an edit', () => {
  const keyOf = async (person: string, key?: string): Promise<unknown> => {
    const app = new Hono<Signed>().get('/', (context) => {
      context.set('person', { id: person, name: '', email: '', role: 'editor' });
      return context.json(idempotencyKeyOf(context));
    });
    return (await app.request('/', { headers: key === undefined ? {} : { 'idempotency-key': key } })).json();
  };

  it('is that of one person, and no longer than 200 characters', async () => {
    expect(await keyOf('p_1', 'k')).toBe('p_1 k');
    expect(await keyOf('p_2', 'k')).toBe('p_2 k');
    expect(await keyOf('p_1', 'k'.repeat(300))).toBe(`p_1 ${'k'.repeat(200)}`);
  });

  it('is none where none is given', async () => {
    expect([await keyOf('p_1'), await keyOf('p_1', '')]).toEqual([null, null]);
  });
});

describe('an edit', () => {
  const workspace = eachWithWorkspace();
  const database = () => workspace().services.database;

  it('is taken once, and what was noted is told the next time', async () => {
    expect(await wasTaken(database(), 'p_1 k')).toBeFalse();
    expect<unknown>(await takeOnce(database(), 'p_1 k', { id: 'e_1' })).toBeNull();
    expect<unknown>(await takeOnce(database(), 'p_1 k', { id: 'e_2' })).toEqual({ id: 'e_1' });
    expect(await wasTaken(database(), 'p_1 k')).toBeTrue();
    expect(await wasTaken(database(), 'p_2 k')).toBeFalse();
  });

  it('without a key is taken each time', async () => {
    expect<unknown>(await takeOnce(database(), null, { id: 'e_1' })).toBeNull();
    expect<unknown>(await takeOnce(database(), null)).toBeNull();
    expect(await wasTaken(database(), null)).toBeFalse();
    expect(await database().select().from(takenEdit)).toEqual([]);
  });

  it('is taken with nothing noted where there is nothing to say', async () => {
    await takeOnce(database(), 'p_1 k');
    expect<unknown>(await takeOnce(database(), 'p_1 k')).toEqual({});
  });

  it('is known for thirty days', async () => {
    for (const [id, age] of [
      ['new', '29 days'],
      ['old', '31 days'],
    ] as const) {
      const createdAt = sql`now() - ${age}::interval`;
      await database().insert(takenEdit).values({ id, answer: {}, createdAt });
    }
    await forgetOldEdits(database());
    expect((await database().select().from(takenEdit)).map(({ id }) => id)).toEqual(['new']);
  });
});
