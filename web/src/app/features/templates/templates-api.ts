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

  get(id: string): Observable<TemplateAnswer> {
    return this.http.get<TemplateAnswer>(`${ADDRESS}/${id}`);
  }

  save(id: string, version: number, content: TemplateContent): Observable<TemplateAnswer> {
    return this.http.put<TemplateAnswer>(`${ADDRESS}/${id}`, { version, content });
  }

  reset(id: string): Observable<TemplateAnswer> {
    return this.http.delete<TemplateAnswer>(`${ADDRESS}/${id}`);
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
