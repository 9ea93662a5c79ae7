import { inject, Injectable } from '@angular/core';
import type {
  BinAnswer,
  BinKind,
  BinListQuery,
  RemovalAnswer,
  Restored,
} from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../fetching/api-client';

/** What was deleted, over HTTP. */
@Injectable({ providedIn: 'root' })
export class BinApi {
  private readonly client = inject(ApiClient);

  list(query: BinListQuery): Observable<BinAnswer> {
    return this.client.ask('GET', '/api/studio/bin', { query });
  }

  /** What refers to something, and what becomes of it there. */
  removal(kind: BinKind, id: string): Observable<RemovalAnswer> {
    return this.client.ask('GET', '/api/studio/bin/removal/:kind/:id', { parameters: { kind, id } });
  }

  restore(kind: BinKind, id: string): Observable<Restored> {
    return this.client.ask('POST', '/api/studio/bin/:kind/:id/restore', { parameters: { kind, id } });
  }

  /** Lets one thing go for good. */
  forget(kind: BinKind, id: string): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/bin/:kind/:id', { parameters: { kind, id } });
  }

  /** Lets everything go for good. */
  empty(): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/bin');
  }
}
