import { inject, Injectable } from '@angular/core';
import type { MendingAnswer, MendingQuery } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** What mending would change, over HTTP. */
@Injectable({ providedIn: 'root' })
export class FindingsApi {
  private readonly client = inject(ApiClient);

  /** Asks what mending a finding would change, before anything is. */
  mending(query: MendingQuery): Observable<MendingAnswer> {
    return this.client.ask('GET', '/api/studio/findings/mending', { query });
  }
}
