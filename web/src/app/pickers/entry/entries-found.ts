import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { EntryStatus } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';

/** An entry as pickers know it. */
export interface FoundEntry {
  readonly id: string;
  readonly typeId: string;
  readonly title: string;
  readonly status: EntryStatus;
}

/** What entries are looked for by: words, and the ids of types with commas between them; none means all. */
export interface EntryWords {
  readonly q: string;
  readonly types: string;
}

/** Finds entries by words, and their titles by their ids. */
@Injectable({ providedIn: 'root' })
export class EntriesFound {
  private readonly http = inject(HttpClient);

  /** Finds entries by words; without any, those that were changed last. */
  search({ q, types }: EntryWords): Promise<readonly FoundEntry[]> {
    const params = { q, types };
    return firstValueFrom(this.http.get<readonly FoundEntry[]>('/api/studio/entries/search', { params }));
  }

  /**
   * Finds what entries are called.
   * @param ids with commas between them
   * @returns those that are there, by their ids
   */
  async titles(ids: string): Promise<ReadonlyMap<string, FoundEntry>> {
    type Titled = Omit<FoundEntry, 'typeId'> & { readonly type: string };
    const answer = this.http.get<readonly Titled[]>('/api/studio/entries/titles', { params: { ids } });
    const found = await firstValueFrom(answer);
    return new Map(found.map(({ type: typeId, ...each }) => [each.id, { ...each, typeId }]));
  }
}
