import { randomUUID } from 'node:crypto';
import type { PresentPerson } from '@tovlet/core/contracts/events';
import type { EventBus } from '../events/bus';
import { log } from '../log';

/** Moves are told together, so many milliseconds after the first: each alone costs three times as much. */
const BATCH = 500;
/** So often processes say again who is with them, and those who said nothing for long are looked for. */
const BEAT = 15_000;
/** Windows tell every fifteen seconds that they are still there; after two that did not come they are gone. */
const LIFETIME = 40_000;
/** A message between processes may be so long, in bytes. @see https://www.postgresql.org/docs/current/sql-notify.html */
const MESSAGE_BOUND = 7_900;

/** So many windows of somebody are known; the one that said nothing for longest goes for another. */
const WINDOWS = 20;

/** A window, and when it was last heard of. */
interface Window {
  readonly place: string;
  readonly present: PresentPerson;
  readonly heard: number;
}

/** Who is at a place by way of another process. */
interface Elsewhere {
  readonly people: readonly PresentPerson[];
  readonly heard: number;
}

/**
 * Who is where in the workbench: in memory alone, for it is of the moment. Each process knows its own windows and tells the
 * others; all tell their workbenches who is at a place, whichever process they are with.
 */
export class Presence {
  private readonly process = randomUUID();
  private readonly windows = new Map<string, Window>();
  /** By place, then by process. */
  private readonly elsewhere = new Map<string, Map<string, Elsewhere>>();
  /** What the workbenches of this process were told of each place, for it is told when it is another thing. */
  private readonly told = new Map<string, string>();
  private readonly moved = new Set<string>();
  private batch: NodeJS.Timeout | null = null;
  private readonly beat: NodeJS.Timeout;
  private readonly unsubscribe: () => void;

  /** @param now replaceable where time is made to pass */
  constructor(
    private readonly events: EventBus,
    private readonly now: () => number = Date.now,
  ) {
    this.unsubscribe = events.subscribe(({ event }) => {
      if (event.kind === 'presence_of') this.hear(event.process, event.place, event.people);
    });
    this.beat = setInterval(() => this.lookAround(), BEAT).unref();
    events.stopped.addEventListener('abort', () => this.stop());
  }

  /**
   * Notes where a window is by now.
   * @param place null where it has gone
   */
  note(present: PresentPerson, place: string | null): void {
    const key = `${present.person} ${present.window}`;
    const before = this.windows.get(key);
    if (place === null) this.windows.delete(key);
    else this.hold(key, { place, present, heard: this.now() });
    if (before?.place === place && before?.present.field === present.field) return;
    if (before) this.tell(before.place);
    if (place !== null) this.tell(place);
  }

  /** Lists everybody who is at a place, in the order of their names. */
  at(place: string): readonly PresentPerson[] {
    const others = [...(this.elsewhere.get(place)?.values() ?? [])].flatMap(({ people }) => people);
    return [...this.own(place), ...others].sort(
      (one, other) => one.name.localeCompare(other.name) || one.window.localeCompare(other.window),
    );
  }

  /** Keeps a window, behind those that were heard of before. */
  private hold(key: string, window: Window): void {
    this.windows.delete(key);
    this.windows.set(key, window);
    const own = [...this.windows].filter(([, { present }]) => present.person === window.present.person);
    const [oldest] = own;
    if (own.length <= WINDOWS || !oldest) return;
    this.windows.delete(oldest[0]);
    this.tell(oldest[1].place);
  }

  private own(place: string): readonly PresentPerson[] {
    return [...this.windows.values()].filter((each) => each.place === place).map(({ present }) => present);
  }

  private tell(place: string): void {
    this.moved.add(place);
    this.batch ??= setTimeout(() => {
      this.batch = null;
      const places = [...this.moved];
      this.moved.clear();
      for (const each of places) void this.pass(each);
    }, BATCH).unref();
  }

  private async pass(place: string): Promise<void> {
    const { process } = this;
    let people = this.own(place);
    const message = () => ({ kind: 'presence_of', process, place, people }) as const;
    while (Buffer.byteLength(JSON.stringify(message())) > MESSAGE_BOUND) people = people.slice(0, -1);
    try {
      await this.events.pass(message());
    } catch (error) {
      log.error({ error }, 'Who is where could not be told');
    }
  }

  private hear(process: string, place: string, people: readonly PresentPerson[]): void {
    if (process !== this.process) {
      const at = this.elsewhere.get(place) ?? new Map<string, Elsewhere>();
      if (people.length === 0) at.delete(process);
      else at.set(process, { people, heard: this.now() });
      if (at.size === 0) this.elsewhere.delete(place);
      else this.elsewhere.set(place, at);
    }
    const all = this.at(place);
    const text = JSON.stringify(all);
    if ((this.told.get(place) ?? '[]') === text) return;
    if (all.length === 0) this.told.delete(place);
    else this.told.set(place, text);
    this.events.tellHere({ kind: 'presence', place, people: all });
  }

  /** Forgets who was not heard of for long, and says again who is here, for processes that began meanwhile. */
  private lookAround(): void {
    const late = this.now() - LIFETIME;
    for (const [key, { place, heard }] of this.windows) {
      if (heard < late) this.windows.delete(key);
      this.tell(place);
    }
    for (const [place, processes] of this.elsewhere)
      for (const [process, { heard }] of processes) if (heard < late) this.hear(process, place, []);
  }

  private stop(): void {
    clearInterval(this.beat);
    if (this.batch) clearTimeout(this.batch);
    this.unsubscribe();
  }
}
