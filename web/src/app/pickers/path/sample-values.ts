import { inject, Injectable, signal } from '@angular/core';
import type { PathOption } from '@tovlet/core/bindings/paths';
import { rowsOf } from '@tovlet/core/fields/repeater/row';
import { isJsonObject, type JsonObject, type JsonValue } from '@tovlet/core/json';
import { counted } from '@tovlet/core/locale/counts';
import type { EntryPath } from '@tovlet/core/model/entry-properties';
import { shorten } from '@tovlet/core/messages/shorten';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { nullWhereGone } from '../../shared/problem';
import { EntriesApi } from '../../shell/entries-api';

type Field = NonNullable<PathOption['field']>;

/** Goes into a group, or into the first row of a list of rows. */
const inside = (value: JsonValue | undefined): JsonObject =>
  isJsonObject(value) ? value : (rowsOf(value)[0]?.values ?? {});

/** The real values of the chosen sample entry, in short words. */
@Injectable()
export class SampleValues {
  /** The id of the sample entry. */
  readonly sample = signal<string | null>(null);
  private readonly api = inject(EntriesApi);
  private readonly entry = fetched({
    request: () => this.sample() ?? undefined,
    fetch: (id) => nullWhereGone(firstValueFrom(this.api.get(id))),
    keeps: (before, now) => before === now,
  });

  /** @returns nothing while the entry is on its way */
  valueOf({ path, field }: PathOption): string {
    const entry = this.entry.value();
    if (!entry) return '';
    if (!field) {
      const shown: Readonly<Record<EntryPath, string>> = {
        title: entry.title,
        slug: entry.slug,
        url: entry.url,
        published_at: (entry.publishedAt ?? '').slice(0, 10),
        updated_at: entry.updatedAt.slice(0, 10),
      };
      return new Map<string, string>(Object.entries(shown)).get(path) ?? '';
    }
    const around = field.ancestors.reduce<JsonObject>((values, id) => inside(values[id]), entry.values);
    return this.words(field, around[field.id] ?? null);
  }

  private words(field: Field, value: JsonValue): string {
    if (field.behaviour.isEmpty(value)) return 'empty';
    if (field.type.rows) return counted(rowsOf(value).length, 'row', 'rows');
    if (field.type.holds !== null) return this.groupWords(field, inside(value));
    if (field.type.shape === 'Image') return 'a picture';
    const shown = field.behaviour.display(value, field.type.formats.at(-1)?.kind);
    const text = 'text' in shown ? shown.text : shown.html.replace(/<[^>]*>/g, '');
    return shorten(text, 60);
  }

  private groupWords({ children }: Field, values: JsonObject): string {
    const filled = children.filter(({ id, behaviour }) => !behaviour.isEmpty(values[id])).length;
    return filled === 0 ? 'empty' : counted(filled, 'value', 'values');
  }
}
