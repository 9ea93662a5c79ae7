import { inject, Injectable } from '@angular/core';
import type { PreviewAnswer, TemplateAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { TemplateContent } from '@tovlet/core/templates/template';
import { map, type Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** Something that a template can be tried with. */
export interface Sample {
  readonly id: string;
  readonly title: string;
  /** Whether visitors see it. */
  readonly published: boolean;
}

const ofTerms = (terms: readonly TermAnswer[]): readonly Sample[] =>
  terms.map(({ id, label }) => ({ id, title: label, published: true }));

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

  /** What a template can be tried with: entries of its type, or terms of its taxonomy. */
  samples(type: string, kind: ReferenceKind = 'entry'): Observable<readonly Sample[]> {
    if (kind === 'term')
      return this.client.ask('GET', '/api/studio/terms', { query: { taxonomy: type } }).pipe(map(ofTerms));
    const query = { type, sort: 'title', limit: 50 };
    return this.client
      .ask('GET', '/api/studio/entries', { query })
      .pipe(
        map(({ items }) =>
          items.map(({ id, title, status }) => ({ id, title, published: status === 'published' })),
        ),
      );
  }
}
