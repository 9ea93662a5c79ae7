import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { EntryListItem, PreviewAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import type { TemplateContent } from '@tovlet/core/templates/template';
import { map, type Observable } from 'rxjs';

const ADDRESS = '/api/studio/templates';

/** Templates over HTTP. */
@Injectable({ providedIn: 'root' })
export class TemplatesApi {
  private readonly http = inject(HttpClient);

  get(type: string): Observable<TemplateAnswer> {
    return this.http.get<TemplateAnswer>(`${ADDRESS}/${type}`);
  }

  save(type: string, version: number, content: TemplateContent): Observable<TemplateAnswer> {
    return this.http.put<TemplateAnswer>(`${ADDRESS}/${type}`, { version, content });
  }

  reset(type: string): Observable<TemplateAnswer> {
    return this.http.delete<TemplateAnswer>(`${ADDRESS}/${type}`);
  }

  preview(type: string, entry: string | null, content: TemplateContent): Observable<PreviewAnswer> {
    return this.http.post<PreviewAnswer>(`${ADDRESS}/preview`, { type, entry, content });
  }

  samples(type: string): Observable<readonly EntryListItem[]> {
    const params = { type, sort: 'title', limit: 50 };
    return this.http
      .get<{ items: readonly EntryListItem[] }>('/api/studio/entries', { params })
      .pipe(map(({ items }) => items));
  }
}
