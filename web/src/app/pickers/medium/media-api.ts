import { inject, Injectable } from '@angular/core';
import type { MediaAnswer } from '@tovlet/core/contracts/routes';
import type { MediaQuery, MediumAnswer, MediumSave } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** Media over HTTP. */
@Injectable({ providedIn: 'root' })
export class MediaApi {
  private readonly client = inject(ApiClient);

  list(query: MediaQuery): Observable<MediaAnswer> {
    return this.client.ask('GET', '/api/studio/media', { query });
  }

  get(id: string): Observable<MediumAnswer> {
    return this.client.ask('GET', '/api/studio/media/:id', { parameters: { id } });
  }

  upload(file: File): Observable<MediumAnswer> {
    const body = new FormData();
    body.set('file', file);
    return this.client.ask('POST', '/api/studio/media', { body });
  }

  describe(id: string, body: MediumSave): Observable<MediumAnswer> {
    return this.client.ask('PUT', '/api/studio/media/:id', { parameters: { id }, body });
  }

  /** Puts a medium into the bin. */
  remove(id: string, version: number): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/media/:id', { parameters: { id }, query: { version } });
  }
}
