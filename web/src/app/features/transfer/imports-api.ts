import { inject, Injectable } from '@angular/core';
import type {
  ImportAnswer,
  ImportCreate,
  ImportListItem,
  ImportRowsAnswer,
  ImportRowsQuery,
  ImportSave,
  ImportStart,
  ImportTrial,
} from '@tovlet/core/contracts/studio/imports';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** Files that are brought in over HTTP. */
@Injectable({ providedIn: 'root' })
export class ImportsApi {
  private readonly client = inject(ApiClient);

  all(): Observable<readonly ImportListItem[]> {
    return this.client.ask('GET', '/api/studio/imports');
  }

  get(id: string): Observable<ImportAnswer> {
    return this.client.ask('GET', '/api/studio/imports/:id', { parameters: { id } });
  }

  create(body: ImportCreate): Observable<ImportAnswer> {
    return this.client.ask('POST', '/api/studio/imports', { body });
  }

  save(id: string, body: ImportSave): Observable<ImportAnswer> {
    return this.client.ask('PUT', '/api/studio/imports/:id', { parameters: { id }, body });
  }

  remove(id: string): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/imports/:id', { parameters: { id } });
  }

  /** Tries the first rows; nothing is kept. */
  try(id: string, body: ImportSave): Observable<ImportTrial> {
    return this.client.ask('POST', '/api/studio/imports/:id/try', { parameters: { id }, body });
  }

  start(id: string, body: ImportStart): Observable<ImportAnswer> {
    return this.client.ask('POST', '/api/studio/imports/:id/start', { parameters: { id }, body });
  }

  stop(id: string): Observable<ImportAnswer> {
    return this.client.ask('POST', '/api/studio/imports/:id/stop', { parameters: { id } });
  }

  rows(id: string, query: ImportRowsQuery): Observable<ImportRowsAnswer> {
    return this.client.ask('GET', '/api/studio/imports/:id/rows', { parameters: { id }, query });
  }

  /** Where the rows can be had as a file that were not taken. */
  refusedAddress(id: string, phase: ImportRowsQuery['phase']): string {
    return `/api/studio/imports/${encodeURIComponent(id)}/refused?phase=${phase}`;
  }
}
