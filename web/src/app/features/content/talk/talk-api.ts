import { inject, Injectable } from '@angular/core';
import type { CommentChange, CommentsAnswer, CommentWrite } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** What people say about entries, over HTTP. */
@Injectable({ providedIn: 'root' })
export class TalkApi {
  private readonly client = inject(ApiClient);

  get(id: string): Promise<CommentsAnswer> {
    return firstValueFrom(this.client.ask('GET', '/api/studio/entries/:id/comments', { parameters: { id } }));
  }

  write(id: string, body: CommentWrite): Promise<CommentsAnswer> {
    return firstValueFrom(
      this.client.ask('POST', '/api/studio/entries/:id/comments', { parameters: { id }, body }),
    );
  }

  change(id: string, comment: string, body: CommentChange): Promise<CommentsAnswer> {
    const path = '/api/studio/entries/:id/comments/:comment';
    return firstValueFrom(this.client.ask('PUT', path, { parameters: { id, comment }, body }));
  }

  resolve(id: string, comment: string, resolved: boolean): Promise<CommentsAnswer> {
    const path = '/api/studio/entries/:id/comments/:comment/resolved';
    return firstValueFrom(this.client.ask('PUT', path, { parameters: { id, comment }, body: { resolved } }));
  }

  remove(id: string, comment: string): Promise<CommentsAnswer> {
    const path = '/api/studio/entries/:id/comments/:comment';
    return firstValueFrom(this.client.ask('DELETE', path, { parameters: { id, comment } }));
  }
}
