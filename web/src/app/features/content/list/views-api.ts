import { inject, Injectable } from '@angular/core';
import type { ViewAnswer, ViewCreate, ViewSave } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** Saved views of lists over HTTP. */
@Injectable({ providedIn: 'root' })
export class ViewsApi {
  private readonly client = inject(ApiClient);

  all(type: string): Observable<readonly ViewAnswer[]> {
    return this.client.ask('GET', '/api/studio/views', { query: { type } });
  }

  create(body: ViewCreate): Observable<ViewAnswer> {
    return this.client.ask('POST', '/api/studio/views', { body });
  }

  save(id: string, body: ViewSave): Observable<ViewAnswer> {
    return this.client.ask('PUT', '/api/studio/views/:id', { parameters: { id }, body });
  }

  remove(id: string): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/views/:id', { parameters: { id } });
  }
}
