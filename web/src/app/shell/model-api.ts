import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Condition } from '@tovlet/core/conditions/condition';
import type {
  CountsAnswer,
  FillAnswer,
  ModelAnswer,
  ModelChangesRequest,
  ProfileAnswer,
  RestorePlan,
  RestoreRequest,
  RevisionAnswer,
  HistoryAnswer,
  HistoryQuery,
  TriedAnswer,
} from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';

const ADDRESS = '/api/studio/model';

/** The model over HTTP. */
@Injectable({ providedIn: 'root' })
export class ModelApi {
  private readonly http = inject(HttpClient);

  load(): Observable<ModelAnswer> {
    return this.http.get<ModelAnswer>(ADDRESS);
  }

  change(request: ModelChangesRequest): Observable<ModelAnswer> {
    return this.http.post<ModelAnswer>(`${ADDRESS}/changes`, request);
  }

  counts(): Observable<CountsAnswer> {
    return this.http.get<CountsAnswer>(`${ADDRESS}/counts`);
  }

  fill(group: string): Observable<FillAnswer> {
    return this.http.get<FillAnswer>(`${ADDRESS}/fill/${group}`);
  }

  profile(field: string, all: boolean): Observable<ProfileAnswer> {
    return this.http.get<ProfileAnswer>(`${ADDRESS}/profile/${field}`, { params: { all } });
  }

  tryRule(group: string, expression: string): Observable<TriedAnswer> {
    return this.http.post<TriedAnswer>(`${ADDRESS}/try-rule`, { group, expression });
  }

  tryCondition(group: string, field: string, condition: Condition): Observable<TriedAnswer> {
    return this.http.post<TriedAnswer>(`${ADDRESS}/try-condition`, { group, field, condition });
  }

  revision(revision: number): Observable<RevisionAnswer> {
    return this.http.get<RevisionAnswer>(`${ADDRESS}/history/${revision}`);
  }

  restore(request: RestoreRequest): Observable<ModelAnswer> {
    return this.http.post<ModelAnswer>(`${ADDRESS}/restore`, request);
  }

  /** What going back would change. */
  planRestore(request: RestoreRequest): Observable<RestorePlan> {
    return this.http.post<RestorePlan>(`${ADDRESS}/restore/plan`, request);
  }

  history(query: HistoryQuery): Observable<HistoryAnswer> {
    return this.http.get<HistoryAnswer>(`${ADDRESS}/history`, { params: { ...query } });
  }
}
