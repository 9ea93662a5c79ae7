import { computed, DestroyRef, effect, inject, signal, untracked, type Signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Connection } from './connection';
import { problemText } from '../shared/problem';

/** How something that is fetched stands. */
export type FetchedState = 'loading' | 'failed' | 'empty' | 'there';

/** How it is fetched. */
export interface FetchedOptions<Request, Value> {
  /** What is asked for; undefined while nothing can be. Another request is asked at once. */
  readonly request: () => Request | undefined;
  readonly fetch: (request: Request) => Promise<Value>;
  /** Whether an answer holds nothing. */
  readonly isEmpty?: (value: Value) => boolean;
  /** Whether what another request brought may stand until its own answer is there; else it would be another thing's. */
  readonly keeps?: (before: Request, now: Request) => boolean;
}

/**
 * Something that is fetched: loading until its first answer, failed until another, then empty or there. What came stands
 * until its successor is there; a failure is asked again as soon as the server answers.
 */
export class Fetched<Value> {
  private readonly held = signal<{ readonly value: Value } | null>(null);
  private readonly failure = signal<unknown>(null);
  private readonly asking = signal(false);

  /** What came last; undefined before anything did. */
  readonly value: Signal<Value | undefined> = computed(() => this.held()?.value);
  /** Whether an answer is on its way. */
  readonly isAsking = this.asking.asReadonly();
  /** Why it failed, in words; null when it did not. */
  readonly problem = computed(() => (this.failure() === null ? null : problemText(this.failure())));
  readonly state: Signal<FetchedState>;

  /** @param ask asks again, with the request of now */
  constructor(
    private readonly ask: () => void,
    isEmpty: (value: Value) => boolean,
  ) {
    this.state = computed(() => {
      const held = this.held();
      if (held) return isEmpty(held.value) ? 'empty' : 'there';
      return this.failure() === null ? 'loading' : 'failed';
    });
  }

  /** Asks again. */
  reload(): void {
    this.ask();
  }

  /** Puts a value in place that is known otherwise, as after a save. */
  set(value: Value): void {
    this.failure.set(null);
    this.held.set({ value });
  }

  /** For `fetched` alone: nothing is asked for any more. */
  clear(): void {
    this.asking.set(false);
    this.failure.set(null);
    this.held.set(null);
  }

  /** For `fetched` alone: an answer is on its way. */
  begin(keep: boolean): void {
    this.asking.set(true);
    if (!keep) this.held.set(null);
  }

  /** For `fetched` alone: it failed. */
  fail(error: unknown): void {
    this.asking.set(false);
    this.failure.set(error);
  }

  /** For `fetched` alone: it is there. */
  finish(value: Value): void {
    this.asking.set(false);
    this.set(value);
  }
}

/**
 * Fetches something and keeps it current. To be called where effects may be made.
 * @example readonly terms = fetched({ request: () => this.id(), fetch: (id) => firstValueFrom(this.api.terms(id)) })
 */
export function fetched<Request, Value>({
  request,
  fetch,
  isEmpty = (value) => Array.isArray(value) && value.length === 0,
  keeps = () => true,
}: FetchedOptions<Request, Value>): Fetched<Value> {
  const connection = inject(Connection);
  const again = signal(0);
  const destroyed = signal(false);
  inject(DestroyRef).onDestroy(() => destroyed.set(true));
  const part = new Fetched<Value>(() => again.update((count) => count + 1), isEmpty);
  let newest = 0;
  let before: Request | undefined;
  effect(() => {
    const wanted = request();
    again();
    const asked = (newest += 1);
    if (wanted === undefined) {
      before = undefined;
      untracked(() => part.clear());
      return;
    }
    const keep = before === undefined || keeps(before, wanted);
    before = wanted;
    untracked(() => {
      part.begin(keep);
      fetch(wanted).then(
        (value) => asked === newest && !destroyed() && part.finish(value),
        (error: unknown) => asked === newest && !destroyed() && part.fail(error),
      );
    });
  });
  connection.back.pipe(takeUntilDestroyed()).subscribe(() => {
    if (part.problem() !== null && !part.isAsking()) part.reload();
  });
  return part;
}
