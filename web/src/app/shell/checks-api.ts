import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { SavedTemplateAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import type { TemplateContent } from '@tovlet/core/templates/template';
import type { Observable } from 'rxjs';

const TEMPLATES = '/api/studio/templates';

/** What the checks need beside the model, over HTTP. */
@Injectable({ providedIn: 'root' })
export class ChecksApi {
  private readonly http = inject(HttpClient);

  templates(): Observable<readonly SavedTemplateAnswer[]> {
    return this.http.get<readonly SavedTemplateAnswer[]>(TEMPLATES);
  }

  saveTemplate(id: string, version: number, content: TemplateContent): Observable<TemplateAnswer> {
    return this.http.put<TemplateAnswer>(`${TEMPLATES}/${id}`, { version, content });
  }
}
