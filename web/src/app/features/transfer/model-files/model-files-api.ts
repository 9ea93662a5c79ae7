import { inject, Injectable } from '@angular/core';
import type {
  FilesPlanAnswer,
  FilesPlanRequest,
  FilesTake,
  ModelFilesAnswer,
} from '@tovlet/core/contracts/studio/model-files';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** The model as files over HTTP. */
@Injectable({ providedIn: 'root' })
export class ModelFilesApi {
  private readonly client = inject(ApiClient);

  all(): Observable<ModelFilesAnswer> {
    return this.client.ask('GET', '/api/studio/model-files');
  }

  /** Asks what files come to; nothing is changed. */
  plan(body: FilesPlanRequest): Observable<FilesPlanAnswer> {
    return this.client.ask('POST', '/api/studio/model-files/plan', { body });
  }

  /** Brings files in as they were planned. */
  take(body: FilesTake): Observable<FilesPlanAnswer> {
    return this.client.ask('POST', '/api/studio/model-files', { body });
  }
}
