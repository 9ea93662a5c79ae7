import { inject, Injectable } from '@angular/core';
import type {
  MoveAnswer,
  MoveCreate,
  MoveListItem,
  MoveSave,
  MoveStart,
} from '@tovlet/core/contracts/studio/moves';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** Packages of whole sites over HTTP. */
@Injectable({ providedIn: 'root' })
export class MovesApi {
  private readonly client = inject(ApiClient);

  all(): Observable<readonly MoveListItem[]> {
    return this.client.ask('GET', '/api/studio/moves');
  }

  get(id: string): Observable<MoveAnswer> {
    return this.client.ask('GET', '/api/studio/moves/:id', { parameters: { id } });
  }

  create(body: MoveCreate): Observable<MoveAnswer> {
    return this.client.ask('POST', '/api/studio/moves', { body });
  }

  save(id: string, body: MoveSave): Observable<MoveAnswer> {
    return this.client.ask('PUT', '/api/studio/moves/:id', { parameters: { id }, body });
  }

  remove(id: string): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/moves/:id', { parameters: { id } });
  }

  start(id: string, body: MoveStart): Observable<MoveAnswer> {
    return this.client.ask('POST', '/api/studio/moves/:id/start', { parameters: { id }, body });
  }

  stop(id: string): Observable<MoveAnswer> {
    return this.client.ask('POST', '/api/studio/moves/:id/stop', { parameters: { id } });
  }
}
