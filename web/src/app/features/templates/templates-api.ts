import { inject, Injectable } from '@angular/core';
import type { EntryListItem, PreviewAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import type { TemplateContent } from '@tovlet/core/templates/template';
import { map, type Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** Templates over HTTP. */
@Injectable({ providedIn: 'root' })
export class TemplatesApi {
  private readonly client = inject(ApiClient);

  get(id: string): Observable<TemplateAnswer> {
    return this.client.ask('GET', '/api/studio/templates/:id', { parameters: { id } });
  }

  save(id: string, version: number, content: TemplateContent): Observable<TemplateAnswer> {
    return this.client.ask('PUT', '/api/studio/templates/:id', {
      parameters: { id },
      body: { version, content },
    });
  }

  reset(id: string): Observable<TemplateAnswer> {
    return this.client.ask('DELETE', '/api/studio/templates/:id', { parameters: { id } });
  }

  preview(type: string, entry: string | null, content: TemplateContent): Observable<PreviewAnswer> {
    return this.client.ask('POST', '/api/studio/templates/preview', { body: { type, entry, content } });
  }

  samples(type: string): Observable<readonly EntryListItem[]> {
    const query = { type, sort: 'title', limit: 50 };
    return this.client.ask('GET', '/api/studio/entries', { query }).pipe(map(({ items }) => items));
  }
}
