import { HttpHeaders } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { EntryAnswer, ModelAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import { firstValueFrom, type Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import type { Edit, EditKind } from './edit';

/** What the server answers to each kind of edit. */
export interface EditAnswers {
  model: ModelAnswer;
  entry_create: EntryAnswer;
  entry_save: EntryAnswer;
  template: TemplateAnswer;
}

type Send<Kind extends EditKind> = (
  client: ApiClient,
  body: Edit<Kind>['body'],
  headers: HttpHeaders,
) => Observable<EditAnswers[Kind]>;

/** How each kind of edit is sent. */
const senders: { readonly [Kind in EditKind]: Send<Kind> } = {
  model: (client, { base, own, changes }, headers) =>
    client.ask('POST', '/api/studio/model/changes', {
      body: { baseRevision: base, ...(own.length > 0 ? { ownRevisions: own } : {}), changes },
      headers,
    }),
  entry_create: (client, { entry }, headers) =>
    client.ask('POST', '/api/studio/entries', { body: entry, headers }),
  entry_save: (client, { id, entry }, headers) =>
    client.ask('PUT', '/api/studio/entries/:id', { parameters: { id }, body: entry, headers }),
  template: (client, { id, version, content }, headers) =>
    client.ask('PUT', '/api/studio/templates/:id', {
      parameters: { id },
      body: { version, content },
      headers,
    }),
};

/** Sends edits, each under its id, so that one whose answer was lost can be sent again. */
@Injectable({ providedIn: 'root' })
export class EditSender {
  private readonly client = inject(ApiClient);

  /** @throws what the request failed with */
  send(edit: Edit): Promise<EditAnswers[EditKind]> {
    const headers = new HttpHeaders({ 'idempotency-key': edit.id });
    return firstValueFrom(this.requestFor(edit, headers));
  }

  private requestFor(edit: Edit, headers: HttpHeaders): Observable<EditAnswers[EditKind]> {
    switch (edit.kind) {
      case 'model':
        return senders.model(this.client, edit.body, headers);
      case 'entry_create':
        return senders.entry_create(this.client, edit.body, headers);
      case 'entry_save':
        return senders.entry_save(this.client, edit.body, headers);
      case 'template':
        return senders.template(this.client, edit.body, headers);
    }
  }
}
