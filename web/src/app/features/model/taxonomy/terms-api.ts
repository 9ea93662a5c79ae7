import { inject, Injectable } from '@angular/core';
import type { TermAnswer, TermSave } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** Terms over HTTP. */
@Injectable({ providedIn: 'root' })
export class TermsApi {
  private readonly client = inject(ApiClient);

  create(taxonomy: string, label: string, parent: string | null): Observable<TermAnswer> {
    return this.client.ask('POST', '/api/studio/terms', { body: { taxonomy, label, parent } });
  }

  save(id: string, body: TermSave): Observable<TermAnswer> {
    return this.client.ask('PUT', '/api/studio/terms/:id', { parameters: { id }, body });
  }

  move(id: string, parent: string | null, before: string | null): Observable<readonly TermAnswer[]> {
    return this.client.ask('POST', '/api/studio/terms/:id/move', {
      parameters: { id },
      body: { parent, before },
    });
  }

  merge(id: string, into: string): Observable<readonly TermAnswer[]> {
    return this.client.ask('POST', '/api/studio/terms/:id/merge', { parameters: { id }, body: { into } });
  }

  /** Brings a term back that was removed or merged. */
  bringBack(id: string): Observable<readonly TermAnswer[]> {
    return this.client.ask('POST', '/api/studio/terms/:id/bring-back', { parameters: { id } });
  }

  remove(id: string): Observable<readonly TermAnswer[]> {
    return this.client.ask('DELETE', '/api/studio/terms/:id', { parameters: { id } });
  }
}
