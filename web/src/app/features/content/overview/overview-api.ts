import { inject, Injectable } from '@angular/core';
import type { OverviewAnswer } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** What is going on with the entries, over HTTP. */
@Injectable({ providedIn: 'root' })
export class OverviewApi {
  private readonly client = inject(ApiClient);

  get(): Observable<OverviewAnswer> {
    return this.client.ask('GET', '/api/studio/entries/overview');
  }
}
