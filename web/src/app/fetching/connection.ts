import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { catchError, filter, map, pairwise, tap, throwError, type Observable } from 'rxjs';

/** Pauses before the server is asked again, in milliseconds: the longer it is away, the longer. */
const FIRST_PAUSE = 1_000;
const LONGEST_PAUSE = 8_000;

/** What stands between the workbench and its server answers like this when the server itself does not. */
const AWAY: ReadonlySet<number> = new Set([0, 502, 503, 504]);

/** Tells by its number that the server itself did not answer. */
export const isAwayStatus = (status: number): boolean => AWAY.has(status);

/**
 * Tells that the server cannot be reached, or is not ready, from its other answers. What was asked may be asked again.
 */
export const isAway = (error: unknown): boolean =>
  error instanceof HttpErrorResponse && isAwayStatus(error.status);

/** Whether the server answers. While it does not, it is asked again and again, by itself. */
@Injectable({ providedIn: 'root' })
export class Connection {
  private readonly away = signal(false);
  private pause = FIRST_PAUSE;
  private timer: ReturnType<typeof setTimeout> | undefined;

  readonly isLost = this.away.asReadonly();
  /** Tells each time the server is there again. */
  readonly back: Observable<void> = toObservable(this.away).pipe(
    pairwise(),
    filter(([before, now]) => before && !now),
    map(() => undefined),
  );

  constructor() {
    if (typeof window === 'undefined') return;
    window.addEventListener('online', () => this.tryNow());
    window.addEventListener('offline', () => this.lost());
  }

  /** Somebody found that the server does not answer. */
  lost(): void {
    if (this.away()) return;
    this.away.set(true);
    this.wait();
  }

  /** Somebody got an answer. */
  found(): void {
    if (!this.away()) return;
    clearTimeout(this.timer);
    this.pause = FIRST_PAUSE;
    this.away.set(false);
  }

  /** Asks at once, for whoever does not want to wait. */
  tryNow(): void {
    if (!this.away()) return;
    clearTimeout(this.timer);
    void this.ask();
  }

  private wait(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.ask(), this.pause);
    this.pause = Math.min(LONGEST_PAUSE, this.pause * 1.6);
  }

  private async ask(): Promise<void> {
    try {
      const { ok } = await fetch('/api/ready', { cache: 'no-store' });
      if (ok) this.found();
      else this.wait();
    } catch {
      this.wait();
    }
  }
}

/** Notices from every request whether the server answers. */
export const noticeConnection: HttpInterceptorFn = (request, next) => {
  const connection = inject(Connection);
  return next(request).pipe(
    tap(() => connection.found()),
    catchError((error: unknown) => {
      if (isAway(error)) connection.lost();
      else connection.found();
      return throwError(() => error);
    }),
  );
};
