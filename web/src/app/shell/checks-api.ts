import { inject, Injectable } from '@angular/core';
import type { FindingsAnswer, SavedTemplateAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import type { TemplateContent } from '@tovlet/core/templates/template';
import type { Observable } from 'rxjs';
import { ApiClient } from '../fetching/api-client';

/** What the checks need beside the model, over HTTP. */
@Injectable({ providedIn: 'root' })
export class ChecksApi {
  private readonly client = inject(ApiClient);

  templates(): Observable<readonly SavedTemplateAnswer[]> {
    return this.client.ask('GET', '/api/studio/templates');
  }

  findings(): Observable<FindingsAnswer> {
    return this.client.ask('GET', '/api/studio/findings');
  }

  saveTemplate(id: string, version: number, content: TemplateContent): Observable<TemplateAnswer> {
    return this.client.ask('PUT', '/api/studio/templates/:id', {
      parameters: { id },
      body: { version, content },
    });
  }
}
