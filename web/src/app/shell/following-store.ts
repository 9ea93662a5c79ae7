import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { say } from '@tovlet/core/locale/say';
import { filter, map, of, startWith, switchMap, timer } from 'rxjs';
import { Events } from './events';

/** The server tells of it about twice a second: after such a silence it is over, or the connection is. */
const SILENCE = 10_000;

/** How far the values of a field have come that follow a change of the model, in words; null while none do. */
@Injectable({ providedIn: 'root' })
export class FollowingStore {
  readonly words = toSignal(
    inject(Events).stream.pipe(
      filter((event) => event.kind === 'values'),
      switchMap(({ field, done, total }) => {
        if (done >= total) return of(null);
        const part = `${Math.floor((done / total) * 100)} %`;
        const words = say`Converting the values of ${field}: ${part}`;
        return timer(SILENCE).pipe(
          map(() => null),
          startWith(words),
        );
      }),
    ),
    { initialValue: null },
  );
}
