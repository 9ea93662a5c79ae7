import type { Connection } from '../db/connect';
import type { NumberedEvent, ServerEvent } from './event';
import { PostgresEvents } from './postgres-events';

type Listener = (numbered: NumberedEvent) => void;

/** So many events are kept for workbenches that were away for a moment. */
const KEPT = 2_000;

/** Tells everybody who listens what has changed; over PostgreSQL also those on other processes. */
export class EventBus {
  private readonly listeners = new Set<Listener>();
  private readonly kept: NumberedEvent[] = [];
  private readonly others: PostgresEvents | null;
  private readonly stopping = new AbortController();
  private readonly began = Date.now().toString(36);
  private count = 0;

  private constructor({ url, database }: Connection) {
    this.others =
      url === null ? null : new PostgresEvents(url, database, (numbered) => this.deliver(numbered));
  }

  /** Begins to hear what other processes tell, where there are any. */
  static async start(connection: Connection): Promise<EventBus> {
    const bus = new EventBus(connection);
    await bus.others?.start();
    return bus;
  }

  /** Aborted when the server stops: streams end then. */
  get stopped(): AbortSignal {
    return this.stopping.signal;
  }

  /** @returns a function that ends the subscription */
  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /**
   * Lists what was told after an event.
   * @returns null when that event is not known any more: whoever heard it last has to look at everything anew
   */
  since(id: string): readonly NumberedEvent[] | null {
    const at = this.kept.findIndex((each) => each.id === id);
    return at < 0 ? null : this.kept.slice(at + 1);
  }

  /** Tells an event. Where other processes listen too, it is told by way of the database, after which it cannot get lost. */
  async publish(event: ServerEvent): Promise<void> {
    if (this.others) return this.others.publish(event);
    this.count += 1;
    this.deliver({ id: `${this.began}-${this.count}`, event });
  }

  /**
   * Tells what is of the moment alone, such as who is where: nobody who was away hears of it, and it may get lost.
   * @param event at most some 7 900 bytes as JSON
   */
  async pass(event: ServerEvent): Promise<void> {
    if (this.others) return this.others.pass(event);
    this.tellHere(event);
  }

  /** Tells what is of the moment alone to those who listen in this process. */
  tellHere(event: ServerEvent): void {
    this.deliver({ id: null, event });
  }

  /** Ends all streams, so that nobody waits for them. */
  endStreams(): void {
    this.stopping.abort();
  }

  /** Ends all streams and hears nothing any more. */
  async stop(): Promise<void> {
    this.endStreams();
    this.listeners.clear();
    await this.others?.stop();
  }

  private deliver(numbered: NumberedEvent): void {
    if (numbered.id !== null) this.kept.push(numbered);
    if (this.kept.length > KEPT) this.kept.shift();
    for (const listener of this.listeners) listener(numbered);
  }
}
