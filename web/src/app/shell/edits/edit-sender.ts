import { HttpClient, HttpHeaders } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { EntryAnswer, ModelAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import { firstValueFrom, type Observable } from 'rxjs';
import type { Edit, EditKind } from './edit';

/** What the server answers to each kind of edit. */
export interface EditAnswers {
  model: ModelAnswer;
  entry_create: EntryAnswer;
  entry_save: EntryAnswer;
  template: TemplateAnswer;
}

type Send<Kind extends EditKind> = (
  http: HttpClient,
  body: Edit<Kind>['body'],
  options: { readonly headers: HttpHeaders },
) => Observable<EditAnswers[Kind]>;

/** How each kind of edit is sent. */
const senders: { readonly [Kind in EditKind]: Send<Kind> } = {
  model: (http, { base, own, changes }, options) =>
    http.post<ModelAnswer>(
      '/api/studio/model/changes',
      { baseRevision: base, ...(own.length > 0 ? { ownRevisions: own } : {}), changes },
      options,
    ),
  entry_create: (http, { entry }, options) => http.post<EntryAnswer>('/api/studio/entries', entry, options),
  entry_save: (http, { id, entry }, options) =>
    http.put<EntryAnswer>(`/api/studio/entries/${id}`, entry, options),
  template: (http, { id, version, content }, options) =>
    http.put<TemplateAnswer>(`/api/studio/templates/${id}`, { version, content }, options),
};

/** Sends edits, each under its id, so that one whose answer was lost can be sent again. */
@Injectable({ providedIn: 'root' })
export class EditSender {
  private readonly http = inject(HttpClient);

  /** @throws what the request failed with */
  send(edit: Edit): Promise<EditAnswers[EditKind]> {
    const headers = new HttpHeaders({ 'idempotency-key': edit.id });
    return firstValueFrom(this.requestFor(edit, { headers }));
  }

  private requestFor(
    edit: Edit,
    options: { readonly headers: HttpHeaders },
  ): Observable<EditAnswers[EditKind]> {
    switch (edit.kind) {
      case 'model':
        return senders.model(this.http, edit.body, options);
      case 'entry_create':
        return senders.entry_create(this.http, edit.body, options);
      case 'entry_save':
        return senders.entry_save(this.http, edit.body, options);
      case 'template':
        return senders.template(this.http, edit.body, options);
    }
  }
}
