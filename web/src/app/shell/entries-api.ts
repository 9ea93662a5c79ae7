import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { EntryAnswer, EntryCreate, EntryListAnswer, EntrySave } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';

const ADDRESS = '/api/studio/entries';

export interface ListParameters {
  readonly type: string;
  readonly search: string;
  readonly sort: string;
  readonly descending: boolean;
  readonly offset: number;
  readonly limit: number;
}

/** Entries over HTTP. */
@Injectable({ providedIn: 'root' })
export class EntriesApi {
  private readonly http = inject(HttpClient);

  list(parameters: ListParameters): Observable<EntryListAnswer> {
    return this.http.get<EntryListAnswer>(ADDRESS, { params: { ...parameters } });
  }

  get(id: string): Observable<EntryAnswer> {
    return this.http.get<EntryAnswer>(`${ADDRESS}/${id}`);
  }

  create(entry: EntryCreate): Observable<EntryAnswer> {
    return this.http.post<EntryAnswer>(ADDRESS, entry);
  }

  save(id: string, entry: EntrySave): Observable<EntryAnswer> {
    return this.http.put<EntryAnswer>(`${ADDRESS}/${id}`, entry);
  }

  /** Asks whether a text is an entry's secret. */
  verify(id: string, path: readonly string[], text: string): Observable<{ readonly matches: boolean }> {
    return this.http.post<{ matches: boolean }>(`${ADDRESS}/${id}/verify`, { path, text });
  }

  remove(id: string, version: number): Observable<unknown> {
    return this.http.delete(`${ADDRESS}/${id}`, { params: { version } });
  }
}
