import { inject, Injectable } from '@angular/core';
import type { MadeToken, TokenAnswer, TokenCreate } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** Tokens for reading over HTTP. */
@Injectable({ providedIn: 'root' })
export class TokensApi {
  private readonly client = inject(ApiClient);

  all(): Observable<readonly TokenAnswer[]> {
    return this.client.ask('GET', '/api/studio/tokens');
  }

  make(body: TokenCreate): Observable<MadeToken> {
    return this.client.ask('POST', '/api/studio/tokens', { body });
  }

  revoke(id: string): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/tokens/:id', { parameters: { id } });
  }
}
