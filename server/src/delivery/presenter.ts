import type { Scope } from '@tovlet/core/conditions/scope';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { mediaOf, presentFields, type Audience } from '@tovlet/core/values/present';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { presentedMedia } from '../resources/media/queries';
import { pageAddress } from '../site/address';

/** An entry as it is read from outside: typed values by key, hidden ones left out. */
export interface PresentedEntry {
  readonly record: EntryRecord;
  readonly scope: Scope;
  readonly value: JsonObject;
}

const isoTime = (time: string | null): string | null => (time === null ? null : new Date(time).toISOString());

/** Presents entries, however many, with one statement for all their media. */
export class EntryPresenter {
  constructor(
    private readonly database: Database,
    private readonly model: CompiledModel,
    private readonly audience: Audience,
  ) {}

  /** @returns the entries in the order they were given */
  async present(type: CompiledType, records: readonly EntryRecord[]): Promise<readonly PresentedEntry[]> {
    const scoped = records.map((record) => {
      const facts = { type: type.contentType.id, status: record.status, entry: record.id };
      return { record, scope: resolveVisibility(this.model, type, record.values, facts) };
    });
    const ids = new Set(scoped.flatMap(({ scope }) => mediaOf(type, scope)));
    const media = await presentedMedia(this.database, [...ids]);
    const context = { medium: (id: string): JsonObject | null => media.get(id) ?? null };
    return scoped.map(({ record, scope }) => ({
      record,
      scope,
      value: { ...ownProperties(type, record), ...presentFields(type.fields, scope, this.audience, context) },
    }));
  }
}

function ownProperties({ contentType }: CompiledType, record: EntryRecord): JsonObject {
  return {
    id: record.id,
    type: contentType.key,
    slug: record.slug,
    title: record.title,
    url: pageAddress(contentType, record.slug),
    published_at: isoTime(record.publishedAt),
    updated_at: isoTime(record.updatedAt),
  };
}
