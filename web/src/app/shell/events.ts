import { Injectable } from '@angular/core';
import type { StudioEvent } from '@tovlet/core/contracts/events';
import { Observable, retry, share, timer } from 'rxjs';

function isEvent(value: unknown): value is StudioEvent {
  return typeof value === 'object' && value !== null && 'kind' in value;
}

/** What the server tells of changes, as they happen; the connection mends itself. */
@Injectable({ providedIn: 'root' })
export class Events {
  /** Whether a connection was given up: the next one does not know what was told meanwhile. */
  private late = false;
  readonly stream = new Observable<StudioEvent>((subscriber) => {
    const source = new EventSource('/api/studio/events');
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const event: unknown = JSON.parse(data);
      if (isEvent(event)) subscriber.next(event);
    };
    source.onerror = () => {
      // The browser mends a broken connection by itself, but gives up after a refusal.
      if (source.readyState < EventSource.CLOSED) return;
      this.late = true;
      subscriber.error(new Error('The events ended.'));
    };
    source.onopen = () => {
      if (this.late) subscriber.next({ kind: 'missed' });
      this.late = false;
    };
    return () => source.close();
  }).pipe(retry({ delay: () => timer(5000) }), share());
}
