import { inject, Injectable } from '@angular/core';
import type { MediaAnswer } from '@tovlet/core/contracts/routes';
import type {
  FolderSave,
  FoldersAnswer,
  ManyMedia,
  ManyMediaAnswer,
  MediaFacets,
  MediaFacetsQuery,
  MediaQuery,
  MediumAnswer,
  MediumSave,
  MediumUses,
  PictureEditSave,
} from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** Media over HTTP. */
@Injectable({ providedIn: 'root' })
export class MediaApi {
  private readonly client = inject(ApiClient);

  list(query: MediaQuery): Observable<MediaAnswer> {
    return this.client.ask('GET', '/api/studio/media', { query });
  }

  facets(query: MediaFacetsQuery): Observable<MediaFacets> {
    return this.client.ask('GET', '/api/studio/media/facets', { query });
  }

  get(id: string): Observable<MediumAnswer> {
    return this.client.ask('GET', '/api/studio/media/:id', { parameters: { id } });
  }

  uses(id: string): Observable<MediumUses> {
    return this.client.ask('GET', '/api/studio/media/:id/uses', { parameters: { id } });
  }

  save(id: string, body: MediumSave): Observable<MediumAnswer> {
    return this.client.ask('PUT', '/api/studio/media/:id', { parameters: { id }, body });
  }

  /** Turns and cuts a picture. */
  edit(id: string, body: PictureEditSave): Observable<MediumAnswer> {
    return this.client.ask('POST', '/api/studio/media/:id/edit', { parameters: { id }, body });
  }

  /** Gives a film a poster. */
  setPoster(id: string, version: number, poster: Blob): Observable<MediumAnswer> {
    const body = new FormData();
    body.set('file', poster, 'poster');
    return this.client.ask('POST', '/api/studio/media/:id/poster', {
      parameters: { id },
      query: { version },
      body,
    });
  }

  /** Makes an earlier file that of the medium again. */
  restoreEarlier(id: string, revision: number, version: number): Observable<MediumAnswer> {
    return this.client.ask('POST', '/api/studio/media/:id/earlier/:revision/restore', {
      parameters: { id, revision },
      body: { version },
    });
  }

  /** Lets an earlier file go for good. */
  forgetEarlier(id: string, revision: number, version: number): Observable<MediumAnswer> {
    return this.client.ask('DELETE', '/api/studio/media/:id/earlier/:revision', {
      parameters: { id, revision },
      query: { version },
    });
  }

  /** Changes several at once. */
  changeMany(body: ManyMedia): Observable<ManyMediaAnswer> {
    return this.client.ask('POST', '/api/studio/media/many', { body });
  }

  /** Puts a medium into the bin. */
  remove(id: string, version: number): Observable<undefined> {
    return this.client.ask('DELETE', '/api/studio/media/:id', { parameters: { id }, query: { version } });
  }

  folders(): Observable<FoldersAnswer> {
    return this.client.ask('GET', '/api/studio/media-folders');
  }

  addFolder(body: FolderSave): Observable<FoldersAnswer> {
    return this.client.ask('POST', '/api/studio/media-folders', { body });
  }

  changeFolder(id: string, body: FolderSave): Observable<FoldersAnswer> {
    return this.client.ask('PUT', '/api/studio/media-folders/:id', { parameters: { id }, body });
  }

  removeFolder(id: string): Observable<FoldersAnswer> {
    return this.client.ask('DELETE', '/api/studio/media-folders/:id', { parameters: { id } });
  }
}
