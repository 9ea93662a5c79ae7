import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { FillingState } from '@tovlet/core/contracts/events';
import { filter, map, of, startWith, switchMap, timer, type Observable } from 'rxjs';
import { Events } from './events';

/** The server tells of a filling about twice a second: after such a silence it is over, or the connection is. */
const SILENCE = 10_000;

/** How far the server has come with a list that follows a change of the model; null when all lists are filled. */
@Injectable({ providedIn: 'root' })
export class FillingStore {
  readonly state = toSignal(
    inject(Events).stream.pipe(
      filter((event) => event.kind === 'filling'),
      switchMap(({ type, done, entries }): Observable<FillingState | null> =>
        done < entries
          ? timer(SILENCE).pipe(
              map(() => null),
              startWith({ type, done, entries }),
            )
          : of(null),
      ),
    ),
    { initialValue: null },
  );

  /** How much of a type's list is filled, from 0 to 100; null when it is not being filled. */
  partOf(type: string | undefined): number | null {
    const state = this.state();
    return state && state.type === type ? Math.floor((state.done / state.entries) * 100) : null;
  }

  /** The same as it reads, such as “42 %”. */
  percentOf(type: string | undefined): string | null {
    const part = this.partOf(type);
    return part === null ? null : `${part} %`;
  }
}
