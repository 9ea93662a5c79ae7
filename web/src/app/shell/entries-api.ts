import { inject, Injectable } from '@angular/core';
import type {
  EntryAnswer,
  EntryFacetsQuery,
  EntryListAnswer,
  EntryListQuery,
  EntryRevisionsAnswer,
  FacetAnswer,
  OpenedEntry,
  ReadinessAnswer,
} from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';
import { ApiClient } from '../fetching/api-client';

/** Entries over HTTP. */
@Injectable({ providedIn: 'root' })
export class EntriesApi {
  private readonly client = inject(ApiClient);

  list(query: EntryListQuery): Observable<EntryListAnswer> {
    return this.client.ask('GET', '/api/studio/entries', { query });
  }

  /** Counts the entries of a list by what they have. */
  facets(query: EntryFacetsQuery): Observable<readonly FacetAnswer[]> {
    return this.client.ask('GET', '/api/studio/entries/facets', { query });
  }

  /** Opens an entry, with its working copy. */
  get(id: string): Observable<OpenedEntry> {
    return this.client.ask('GET', '/api/studio/entries/:id', { parameters: { id } });
  }

  /** Lists the saves of an entry, the last first. @param before those before a version alone */
  revisions(id: string, before?: number): Observable<EntryRevisionsAnswer> {
    const query = before === undefined ? {} : { before };
    return this.client.ask('GET', '/api/studio/entries/:id/revisions', { parameters: { id }, query });
  }

  /** What an entry was at a version. */
  revision(id: string, version: number): Observable<EntryAnswer> {
    const parameters = { id, version: String(version) };
    return this.client.ask('GET', '/api/studio/entries/:id/revisions/:version', { parameters });
  }

  /** What stands in the way of an entry being published as it is stored. */
  readiness(id: string): Observable<ReadinessAnswer> {
    return this.client.ask('GET', '/api/studio/entries/:id/readiness', { parameters: { id } });
  }

  /** Asks whether a text is an entry's secret. */
  verify(id: string, path: readonly string[], text: string): Observable<{ readonly matches: boolean }> {
    return this.client.ask('POST', '/api/studio/entries/:id/verify', {
      parameters: { id },
      body: { path, text },
    });
  }

  remove(id: string, version: number): Observable<unknown> {
    return this.client.ask('DELETE', '/api/studio/entries/:id', { parameters: { id }, query: { version } });
  }
}
