import type { StudioEvent } from '@tovlet/core/contracts/events';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import type { Connection } from '../db/connect';

type Listener = (event: StudioEvent) => void;

const CHANNEL = 'tovlet_events';

/** Tells everybody who listens what has changed; over PostgreSQL also those on other processes. */
export class EventBus {
  private readonly listeners = new Set<Listener>();
  private listening: pg.Client | null = null;

  private constructor(private readonly connection: Connection) {}

  static async start(connection: Connection): Promise<EventBus> {
    const bus = new EventBus(connection);
    if (connection.url) await bus.listen(connection.url);
    return bus;
  }

  /** @returns a function that ends the subscription */
  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async publish(event: StudioEvent): Promise<void> {
    if (!this.listening) return this.deliver(event);
    await this.connection.database.execute(sql`SELECT pg_notify(${CHANNEL}, ${JSON.stringify(event)})`);
  }

  async stop(): Promise<void> {
    this.listeners.clear();
    await this.listening?.end();
  }

  private deliver(event: StudioEvent): void {
    for (const listener of this.listeners) listener(event);
  }

  private async listen(url: string): Promise<void> {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    client.on('notification', ({ payload }) => this.deliver(JSON.parse(payload ?? '{}')));
    await client.query(`LISTEN ${CHANNEL}`);
    this.listening = client;
  }
}
