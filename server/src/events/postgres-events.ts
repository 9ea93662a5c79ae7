import { log } from '../log';
import { randomUUID } from 'node:crypto';
import { lt, sql } from 'drizzle-orm';
import pg from 'pg';
import { selectRows, type Database } from '../db/connect';
import { event as eventTable } from '../db/schema';
import { isLostConnection } from '../db/lost-connection';
import { connectionTo } from '../db/postgres';
import type { NumberedEvent, ServerEvent } from './event';

const CHANNEL = 'tovlet_events';
/** By which goes what is of the moment alone: no table keeps it. */
const PASSING = 'tovlet_passing';

/** So often it is looked whether the connection lives and nothing was missed, in milliseconds. */
const BEAT = 5_000;
/** An event that others' transactions keep from being seen is looked for again after so long. */
const SOON = 50;
/** Pauses before a new connection is tried, in milliseconds. */
const FIRST_PAUSE = 100;
const LONGEST_PAUSE = 2_000;

/** Events older than this are cleared away, every so many beats. */
const CLEARED_EVERY = 120;
const AGE = sql.raw(`interval '1 hour'`);

/** An event on its way, with a key by which it is known again when the answer to its writing was lost. */
interface Told {
  readonly key: string;
  readonly event: ServerEvent;
}

interface EventRow {
  readonly xid: string;
  readonly id: string;
  readonly payload: ServerEvent;
  /** Whether no transaction that is still running can bring an event before it. */
  readonly settled: boolean;
}

/**
 * Events between processes: written into a table, announced by NOTIFY, read from the table in the order in which their
 * transactions are seen. A connection that was lost is made again, and what was told meanwhile is read then.
 * @see https://www.postgresql.org/docs/current/functions-info.html#FUNCTIONS-INFO-SNAPSHOT
 */
export class PostgresEvents {
  private client: pg.Client | null = null;
  private place = { xid: '0', id: '0' };
  private beat: NodeJS.Timeout | undefined;
  private soon: NodeJS.Timeout | undefined;
  private reading: Promise<void> = Promise.resolve();
  private unsent: Told[] = [];
  private pause = FIRST_PAUSE;
  private stopped = false;
  private beats = 0;

  constructor(
    private readonly url: string,
    private readonly database: Database,
    private readonly deliver: (numbered: NumberedEvent) => void,
  ) {}

  /** Begins to listen, from now on. */
  async start(): Promise<void> {
    const [row] = await selectRows<{ xid: string }>(
      this.database,
      sql`SELECT (pg_snapshot_xmin(pg_current_snapshot())::text::bigint - 1)::text AS xid`,
    );
    this.place = { xid: row?.xid ?? '0', id: '9223372036854775807' };
    await this.listen();
    this.beat = setInterval(() => void this.look(), BEAT).unref();
  }

  /** Tells an event; one that cannot be written now is written as soon as the database is there again. */
  async publish(event: ServerEvent): Promise<void> {
    const told = { key: randomUUID(), event };
    try {
      await this.write(told);
    } catch (error) {
      if (!isLostConnection(error)) throw error;
      this.unsent.push(told);
    }
  }

  /** Tells what is of the moment alone. While the database is away nobody hears it. */
  async pass(event: ServerEvent): Promise<void> {
    try {
      await this.database.execute(sql`SELECT pg_notify(${PASSING}, ${JSON.stringify(event)})`);
    } catch (error) {
      if (!isLostConnection(error)) throw error;
    }
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearInterval(this.beat);
    clearTimeout(this.soon);
    await this.reading;
    await this.client?.end().catch(() => undefined);
  }

  private hear(payload: string | undefined): void {
    // Only processes of Tovlet tell on this channel, in the way of `pass`.
    if (payload !== undefined) this.deliver({ id: null, event: JSON.parse(payload) as ServerEvent });
  }

  private async write({ key, event }: Told): Promise<void> {
    await this.database.execute(sql`
      WITH told AS (
        INSERT INTO event (key, payload) VALUES (${key}, ${JSON.stringify(event)}::jsonb)
        ON CONFLICT (key) DO NOTHING RETURNING id)
      SELECT pg_notify(${CHANNEL}, '') FROM told`);
  }

  private async listen(): Promise<void> {
    const client = new pg.Client(connectionTo(this.url));
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    client.on('notification', ({ channel, payload }) =>
      channel === PASSING ? this.hear(payload) : this.read(),
    );
    this.client = client;
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
      await client.query(`LISTEN ${PASSING}`);
    } catch (error) {
      if (!isLostConnection(error)) throw error;
      this.lost(client);
      return;
    }
    this.pause = FIRST_PAUSE;
    this.read();
  }

  /** A connection broke off: another one is made after a moment, a longer one each time, never at the same time for all. */
  private lost(client: pg.Client): void {
    if (this.client !== client) return;
    this.client = null;
    client.end().catch(() => undefined);
    if (this.stopped) return;
    const pause = this.pause * (0.5 + Math.random() / 2);
    this.pause = Math.min(LONGEST_PAUSE, this.pause * 2);
    setTimeout(() => {
      if (!this.stopped) this.listen().catch(report);
    }, pause).unref();
  }

  /** Looks whether the connection still answers, and whether something was missed. */
  private async look(): Promise<void> {
    const { client } = this;
    try {
      await client?.query('SELECT 1');
    } catch {
      if (client) this.lost(client);
    }
    this.read();
    this.beats += 1;
    if (this.beats % CLEARED_EVERY === 0) await this.clearOld().catch(report);
  }

  private read(): void {
    this.reading = this.reading.then(async () => {
      if (this.stopped) return;
      try {
        await this.sendUnsent();
        await this.readNew();
      } catch (error) {
        // The next beat, or the next connection, reads it.
        if (!isLostConnection(error)) report(error);
      }
    });
  }

  private async sendUnsent(): Promise<void> {
    for (let told = this.unsent[0]; told; told = this.unsent[0]) {
      await this.write(told);
      this.unsent = this.unsent.slice(1);
    }
  }

  private async readNew(): Promise<void> {
    const rows = await selectRows<EventRow>(
      this.database,
      sql`SELECT xid::text AS xid, id::text AS id, payload,
            xid < pg_snapshot_xmin(pg_current_snapshot())::text::bigint AS settled
          FROM event WHERE (xid, id) > (${this.place.xid}::bigint, ${this.place.id}::bigint)
          ORDER BY event.xid, event.id LIMIT 1000`,
    );
    for (const { xid, id, payload, settled } of rows) {
      if (!settled) {
        clearTimeout(this.soon);
        this.soon = setTimeout(() => this.read(), SOON).unref();
        return;
      }
      this.place = { xid, id };
      this.deliver({ id: `${xid}-${id}`, event: payload });
    }
    if (rows.length === 1000) this.read();
  }

  /** Clears away what nobody asks for any more. */
  private async clearOld(): Promise<void> {
    await this.database.delete(eventTable).where(lt(eventTable.createdAt, sql`now() - ${AGE}`));
  }
}

const report = (error: unknown): void => log.error({ error }, 'Events could not be read');
