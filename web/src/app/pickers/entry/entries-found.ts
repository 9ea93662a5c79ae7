import { inject, Injectable } from '@angular/core';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';

/** What entries are looked for by: words, and the ids of types with commas between them; none means all. */
export interface EntryWords {
  readonly q: string;
  readonly types: string;
}

/** Finds entries by words, and their titles by their ids. */
@Injectable({ providedIn: 'root' })
export class EntriesFound {
  private readonly client = inject(ApiClient);

  /** Finds entries by words; without any, those that were changed last. */
  search(query: EntryWords): Promise<readonly FoundEntry[]> {
    return firstValueFrom(this.client.ask('GET', '/api/studio/entries/search', { query }));
  }

  /** Makes a draft. @returns its id */
  async create(type: string, title: string): Promise<string> {
    const body = { type, title, status: 'draft', values: {} } as const;
    return (await firstValueFrom(this.client.ask('POST', '/api/studio/entries', { body }))).id;
  }

  /**
   * Finds what entries are called.
   * @param ids with commas between them
   * @returns those that are there, by their ids
   */
  async titles(ids: string): Promise<ReadonlyMap<string, FoundEntry>> {
    const found = await firstValueFrom(
      this.client.ask('GET', '/api/studio/entries/titles', { query: { ids } }),
    );
    return new Map(found.map((entry) => [entry.id, entry]));
  }
}
