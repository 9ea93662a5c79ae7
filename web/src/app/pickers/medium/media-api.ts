import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { MediumAnswer, MediumSave } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';

const ADDRESS = '/api/studio/media';

/** Media over HTTP. */
@Injectable({ providedIn: 'root' })
export class MediaApi {
  private readonly http = inject(HttpClient);

  list(
    search: string,
    offset: number,
    kind: 'image' | null = null,
    limit = 60,
  ): Observable<{ items: readonly MediumAnswer[]; total: number }> {
    return this.http.get<{ items: readonly MediumAnswer[]; total: number }>(ADDRESS, {
      params: { search, offset, limit, ...(kind === null ? {} : { kind }) },
    });
  }

  get(id: string): Observable<MediumAnswer> {
    return this.http.get<MediumAnswer>(`${ADDRESS}/${id}`);
  }

  upload(file: File): Observable<MediumAnswer> {
    const body = new FormData();
    body.set('file', file);
    return this.http.post<MediumAnswer>(ADDRESS, body);
  }

  describe(id: string, medium: MediumSave): Observable<MediumAnswer> {
    return this.http.put<MediumAnswer>(`${ADDRESS}/${id}`, medium);
  }
}
