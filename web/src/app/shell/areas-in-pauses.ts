import { inject, Injectable, Injector } from '@angular/core';
import type { NavigationError, PreloadingStrategy, Route } from '@angular/router';
import { mergeMap, shareReplay, tap, timer, type Observable } from 'rxjs';
import { Dialogs } from '../shared/dialogs';
import { say } from '@tovlet/core/locale/say';

/** The first screen has stood for so long before the other areas are loaded, in milliseconds. */
const PAUSE = 3_000;

/** What could not be loaded in a pause is loaded when it is asked for. */
const later = (): void => undefined;

/** Loads the areas that were not opened yet while nothing else is to be done: they are there when the server is not. */
@Injectable({ providedIn: 'root' })
export class AreasInPauses implements PreloadingStrategy {
  private readonly dialogs = inject(Dialogs);
  /** Once it is over, what is found within the areas is loaded at once; what asks before work is lost comes first. */
  private readonly pause = timer(PAUSE).pipe(
    tap(() => void Promise.all([this.dialogs.prepare(), import('../shared/confirm-dialog')]).catch(later)),
    shareReplay(1),
  );

  preload(_route: Route, load: () => Observable<unknown>): Observable<unknown> {
    return this.pause.pipe(mergeMap(load));
  }
}

/**
 * Says that an area could not be opened; the screen that stands stays.
 * @throws what is no missing area: that is a fault of Tovlet
 */
export function sayAreaMissing({ error }: NavigationError): void {
  const isChunk = error instanceof TypeError && /import|module|fetch/i.test(error.message);
  if (!isChunk) throw error;
  const injector = inject(Injector);
  const words = say`This area cannot be loaded while Tovlet does not answer. Try again in a moment.`;
  // Loaded with the first screen, not before signing in: where even that is missing, the browser says what failed.
  void import('../shared/notices').then(({ Notices }) => injector.get(Notices).say(words));
}
