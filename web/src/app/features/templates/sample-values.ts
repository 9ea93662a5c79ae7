import { shorten } from '@tovlet/core/messages/shorten';
import { computed, inject, Injectable, resource } from '@angular/core';
import type { PathOption } from '@tovlet/core/bindings/paths';
import { rowsOf } from '@tovlet/core/fields/repeater/row';
import type { JsonValue } from '@tovlet/core/json';
import { catchError, firstValueFrom, of } from 'rxjs';
import { EntriesApi } from '../content/entries-api';
import { BuilderStore } from './builder-store';

/** The real values of the chosen sample entry, in short words. */
@Injectable()
export class SampleValues {
  private readonly store = inject(BuilderStore);
  private readonly api = inject(EntriesApi);
  private readonly entry = resource({
    params: () => this.store.sample() ?? undefined,
    loader: ({ params }) => firstValueFrom(this.api.get(params).pipe(catchError(() => of(null)))),
  });
  private readonly values = computed(() => this.entry.value()?.values ?? {});

  valueOf({ source, path, field }: PathOption): string {
    const entry = this.entry.value();
    if (!entry) return '';
    if (!field) {
      const own: Readonly<Record<string, string | null>> = {
        title: entry.title,
        slug: entry.slug,
        url: entry.url,
        published_at: (entry.publishedAt ?? '').slice(0, 10),
        updated_at: entry.updatedAt.slice(0, 10),
      };
      return own[path] ?? '';
    }
    if (source === 'entry') return this.words(field, this.values()[path] ?? null);
    const [first] = rowsOf(this.values()[field.ancestors[0] ?? '']);
    return this.words(field, first?.values[path] ?? null);
  }

  private words(field: NonNullable<PathOption['field']>, value: JsonValue): string {
    if (value === null) return 'empty';
    if (field.type.rows) return `${rowsOf(value).length} rows`;
    if (field.type.graphql === 'Image') return 'a picture';
    const shown = field.behaviour.display(value, field.type.formats.at(-1)?.kind);
    const text = 'text' in shown ? shown.text : shown.html.replace(/<[^>]*>/g, '');
    return shorten(text, 60);
  }
}
