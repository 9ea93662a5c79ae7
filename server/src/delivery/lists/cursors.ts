import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { JsonValue } from '@tovlet/core/json';
import * as z from 'zod';
import type { Database } from '../../db/connect';
import { serverKey } from '../../db/schema';
import { ProblemException } from '../../http/problem';

/** What an entry was put in order by, and its id. */
export type Cursor = readonly [values: readonly JsonValue[], id: string];

const cursorSchema = z.tuple([z.array(z.json()), z.string()]);

/** So many bytes of a signature are enough that nobody guesses it. */
const SIGNATURE = 16;

/** Writes and reads cursors: they are signed, so that none leads into a list but those that this list gave. */
export class Cursors {
  /** @param key known to the server alone */
  constructor(private readonly key: string) {}

  private signature(list: string, text: string): Buffer {
    return createHmac('sha256', this.key).update(`${list}\n${text}`).digest().subarray(0, SIGNATURE);
  }

  /** @param list what tells the list from others, its order above all */
  write(list: string, cursor: Cursor): string {
    const text = Buffer.from(JSON.stringify(cursor)).toString('base64url');
    return `${text}.${this.signature(list, text).toString('base64url')}`;
  }

  /**
   * Reads a cursor.
   * @throws ProblemException when it is none, or one of another list or order
   */
  read(list: string, cursor: string): Cursor {
    const [text = '', signed = '', ...more] = cursor.split('.');
    const given = Buffer.from(signed, 'base64url');
    const own = this.signature(list, text);
    if (more.length === 0 && given.length === own.length && timingSafeEqual(given, own))
      return cursorSchema.parse(JSON.parse(Buffer.from(text, 'base64url').toString('utf8')));
    throw new ProblemException(
      'invalid_query',
      'This is not a cursor of this list, or no longer: its type, order or words are others now. Begin with the first page again.',
      [{ path: 'page', message: 'Not a cursor of this list.' }],
    );
  }
}

const known = new WeakMap<Database, Promise<Cursors>>();

/** Reads the key, or makes it where there is none: whoever comes first makes it for all processes. */
async function madeFor(database: Database): Promise<Cursors> {
  const made = { purpose: 'cursors' as const, key: randomBytes(32).toString('hex') };
  await database.insert(serverKey).values(made).onConflictDoNothing();
  const [row] = await database.select({ key: serverKey.key }).from(serverKey);
  return new Cursors(row?.key ?? made.key);
}

/** The cursors of a database: the same in every process on it. */
export function cursorsOf(database: Database): Promise<Cursors> {
  const before = known.get(database);
  if (before) return before;
  const made = madeFor(database);
  known.set(database, made);
  // What failed is tried anew.
  made.catch(() => known.delete(database));
  return made;
}
