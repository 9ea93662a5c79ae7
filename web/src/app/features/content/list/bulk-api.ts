import { HttpHeaders } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { BulkAnswer, BulkRequest } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** Changes of many entries over HTTP. */
@Injectable({ providedIn: 'root' })
export class BulkApi {
  private readonly client = inject(ApiClient);

  /** @param key the id of the request, so that it can be sent again when the answer was lost */
  start(body: BulkRequest, key: string): Observable<BulkAnswer> {
    return this.client.ask('POST', '/api/studio/bulk', {
      body,
      headers: new HttpHeaders({ 'idempotency-key': key }),
    });
  }

  get(id: string): Observable<BulkAnswer> {
    return this.client.ask('GET', '/api/studio/bulk/:id', { parameters: { id } });
  }

  /** The last ones of a type. */
  last(type: string): Observable<readonly BulkAnswer[]> {
    return this.client.ask('GET', '/api/studio/bulk', { query: { type } });
  }

  stop(id: string): Observable<BulkAnswer> {
    return this.client.ask('POST', '/api/studio/bulk/:id/stop', { parameters: { id } });
  }

  takeBack(id: string): Observable<BulkAnswer> {
    return this.client.ask('POST', '/api/studio/bulk/:id/take-back', { parameters: { id } });
  }
}
