import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PresentPerson } from '@tovlet/core/contracts/events';
import { debounceTime, EMPTY, catchError, filter, merge, Subject, switchMap, timer } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import { uniqueId } from '../../shared/unique-id';
import { Events } from '../events';

/** Moves within so many milliseconds are told once. */
const PAUSE = 400;
/** So often it is told that this window is still there; who says nothing for long is taken for gone. */
const BEAT = 15_000;

/** Where this window is, and who else is there. */
@Injectable({ providedIn: 'root' })
export class Presence {
  private readonly client = inject(ApiClient);
  private readonly window = uniqueId();
  private readonly moved = new Subject<void>();
  private readonly here = signal<string | null>(null);
  private readonly all = signal<readonly PresentPerson[]>([]);
  private field: readonly string[] = [];
  /** Everybody else who is where this window is, and this person in other windows. */
  readonly others = computed(() => this.all().filter(({ window }) => window !== this.window));

  constructor() {
    inject(Events)
      .stream.pipe(
        filter((event) => event.kind === 'presence'),
        takeUntilDestroyed(),
      )
      .subscribe(({ place, people }) => {
        if (place === this.here()) this.all.set(people);
      });
    merge(this.moved.pipe(debounceTime(PAUSE)), timer(BEAT, BEAT).pipe(filter(() => this.here() !== null)))
      .pipe(
        switchMap(() => this.tell()),
        takeUntilDestroyed(),
      )
      .subscribe(({ people }) => this.all.set(people));
    window.addEventListener('pagehide', this.farewell);
    inject(DestroyRef).onDestroy(() => window.removeEventListener('pagehide', this.farewell));
  }

  /** Arrives at a place, like `entry/e_1`. */
  arrive(place: string): void {
    this.here.set(place);
    this.moved.next();
  }

  /** Goes to a field of the place that one is at. @param field the way to it; empty for none */
  move(field: readonly string[]): void {
    this.field = field;
    if (this.here() !== null) this.moved.next();
  }

  /** Leaves a place, unless this window is at another by now. */
  leave(place: string): void {
    if (this.here() !== place) return;
    this.here.set(null);
    this.all.set([]);
    this.field = [];
    this.moved.next();
  }

  private tell() {
    const place = this.here();
    const body = { window: this.window, place, field: [...this.field] };
    return this.client.ask('PUT', '/api/studio/presence', { body }).pipe(
      filter(() => place === this.here()),
      // Who is here is of the moment: what could not be told is told with the next beat, and worth no notice.
      catchError(() => EMPTY),
    );
  }

  /** The page goes: a request of the usual kind would go with it. Should it come back, the next beat says so. */
  private readonly farewell = (): void => {
    if (this.here() === null) return;
    const body = JSON.stringify({ window: this.window, place: null });
    const headers = { 'content-type': 'application/json' };
    void fetch('/api/studio/presence', { method: 'PUT', keepalive: true, headers, body }).catch(
      () => undefined,
    );
  };
}
