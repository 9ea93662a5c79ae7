import { computed, signal, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { sameJson, type JsonObject } from '@tovlet/core/json';
import { debounceTime } from 'rxjs';
import { fetched, type Fetched } from './fetched';

/** So long after the last keystroke it is looked for, in milliseconds. */
const PAUSE = 150;

/** What is looked for, and how. */
export interface SearchOptions<Request, Found> {
  /** What is asked for; undefined while nothing is, as for no words. */
  readonly request: () => Request | undefined;
  readonly find: (request: Request) => Promise<readonly Found[]>;
}

/** What was found by words. */
export interface Searched<Found> extends Fetched<readonly Found[]> {
  /** What was found last; nothing while nothing is asked for. */
  readonly found: Signal<readonly Found[]>;
  /** Whether what was found is that of the words as they stand. */
  readonly isCurrent: Signal<boolean>;
  /** Whether there is something to say besides what was found: it is on its way, there is nothing, it failed. */
  readonly says: Signal<boolean>;
}

/**
 * Finds things by words, a moment behind what is typed. To be called where effects may be made.
 * @example readonly search = searched({ request: () => this.query().trim() || undefined, find: (q) => this.ask(q) })
 */
export function searched<Request extends string | JsonObject, Found>({
  request,
  find,
}: SearchOptions<Request, Found>): Searched<Found> {
  const now = computed(request, { equal: sameJson });
  const wanted = toSignal(toObservable(now).pipe(debounceTime(PAUSE)));
  const answered = signal<Request | undefined>(undefined);
  const part = fetched<Request, readonly Found[]>({
    request: wanted,
    fetch: async (words) => {
      const found = await find(words);
      answered.set(words);
      return found;
    },
  });
  const asked = computed(() => now() !== undefined);
  return Object.assign(part, {
    // What was found for other words is not what was asked for when that failed.
    found: computed(() => (asked() && part.problem() === null ? (part.value() ?? []) : [])),
    isCurrent: computed(
      () => asked() && part.problem() === null && sameJson(answered() ?? null, now() ?? null),
    ),
    says: computed(() => asked() && (part.state() !== 'there' || part.problem() !== null)),
  });
}
