import { inject, Injectable } from '@angular/core';
import type { Condition } from '@tovlet/core/conditions/condition';
import type {
  CountsAnswer,
  FillAnswer,
  HistoryAnswer,
  HistoryQuery,
  ModelAnswer,
  ModelChangesRequest,
  ProfileAnswer,
  RehearsalAnswer,
  RestorePlan,
  RestoreRequest,
  RevisionAnswer,
  TriedAnswer,
  UndoRequest,
} from '@tovlet/core/contracts/studio';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import type { Observable } from 'rxjs';
import { ApiClient } from '../fetching/api-client';

/** The model over HTTP. */
@Injectable({ providedIn: 'root' })
export class ModelApi {
  private readonly client = inject(ApiClient);

  load(): Observable<ModelAnswer> {
    return this.client.ask('GET', '/api/studio/model');
  }

  change(body: ModelChangesRequest): Observable<ModelAnswer> {
    return this.client.ask('POST', '/api/studio/model/changes', { body });
  }

  counts(): Observable<CountsAnswer> {
    return this.client.ask('GET', '/api/studio/model/counts');
  }

  fill(group: string): Observable<FillAnswer> {
    return this.client.ask('GET', '/api/studio/model/fill/:group', { parameters: { group } });
  }

  profile(field: string, all: boolean): Observable<ProfileAnswer> {
    return this.client.ask('GET', '/api/studio/model/profile/:field', {
      parameters: { field },
      query: { all },
    });
  }

  tryRule(group: string, expression: string): Observable<TriedAnswer> {
    return this.client.ask('POST', '/api/studio/model/try-rule', { body: { group, expression } });
  }

  tryCondition(group: string, field: string, condition: Condition): Observable<TriedAnswer> {
    return this.client.ask('POST', '/api/studio/model/try-condition', { body: { group, field, condition } });
  }

  revision(revision: number): Observable<RevisionAnswer> {
    return this.client.ask('GET', '/api/studio/model/history/:revision', { parameters: { revision } });
  }

  /** What a change of a field would make of its values. */
  rehearse(change: SetField): Observable<RehearsalAnswer> {
    return this.client.ask('POST', '/api/studio/model/rehearse', { body: { change } });
  }

  restore(body: RestoreRequest): Observable<ModelAnswer> {
    return this.client.ask('POST', '/api/studio/model/restore', { body });
  }

  /** Takes the changes of one revision back, and nothing that was made since. */
  undo(body: UndoRequest): Observable<ModelAnswer> {
    return this.client.ask('POST', '/api/studio/model/undo', { body });
  }

  /** What going back would change. */
  planRestore(body: RestoreRequest): Observable<RestorePlan> {
    return this.client.ask('POST', '/api/studio/model/restore/plan', { body });
  }

  history(query: HistoryQuery): Observable<HistoryAnswer> {
    return this.client.ask('GET', '/api/studio/model/history', { query });
  }
}
