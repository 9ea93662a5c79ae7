import { computed, inject, Injectable, signal } from '@angular/core';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import type { EntryTitles } from '@tovlet/core/messages/condition-words';
import { catchError, firstValueFrom, of } from 'rxjs';
import { fetched } from '../fetching/fetched';
import { PeopleStore } from '../shell/people-store';
import { TermsStore } from '../shell/terms-store';
import { EntriesFound } from './entry/entries-found';
import { MediaApi } from './medium/media-api';

const ENTRY = /^e_/;
const MEDIUM = /^m_/;
/** Entries whose titles are asked for at once: as many as an address has room for. */
const ENTRY_LIMIT = 400;
/** Media whose names are asked for at once: each is a request of its own. */
const MEDIA_LIMIT = 24;

/** What things are called by their ids: entries, terms, people and media. Provided by whoever shows them. */
@Injectable()
export class ThingNames {
  private readonly terms = inject(TermsStore);
  private readonly people = inject(PeopleStore);
  private readonly entries = inject(EntriesFound);
  private readonly media = inject(MediaApi);
  /** The ids whose names are wanted; what is no id is left out. */
  readonly ids = signal<readonly string[]>([]);

  private readonly entriesNamed = fetched({
    request: () => this.wanted(ENTRY, ENTRY_LIMIT) || undefined,
    fetch: (ids) => this.entries.titles(ids),
  });
  private readonly mediaNamed = fetched({
    request: () => this.wanted(MEDIUM, MEDIA_LIMIT) || undefined,
    fetch: async (ids) => {
      // One that is gone has no name any more.
      const found = await Promise.all(
        ids
          .split(',')
          .map((id) =>
            firstValueFrom(this.media.get(id).pipe(catchError(() => of<MediumAnswer | null>(null)))),
          ),
      );
      return new Map(found.flatMap((medium) => (medium ? [[medium.id, medium.filename] as const] : [])));
    },
  });
  /** The name of a thing; undefined for what is gone, or not known yet. */
  readonly titles = computed<EntryTitles>(() => {
    const [entries, media, terms] = [this.entriesNamed.value(), this.mediaNamed.value(), this.terms.byId()];
    const people = new Map(this.people.all().map(({ id, name }) => [id, name]));
    return (id) => entries?.get(id)?.title ?? terms.get(id)?.label ?? people.get(id) ?? media?.get(id);
  });

  constructor() {
    void this.terms.start();
    void this.people.start();
  }

  private wanted(kind: RegExp, limit: number): string {
    return [...new Set(this.ids().filter((id) => kind.test(id)))].slice(0, limit).join(',');
  }
}
