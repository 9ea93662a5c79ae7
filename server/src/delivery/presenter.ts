import type { Audience } from '@tovlet/core/access/audience';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { EntryProperty } from '@tovlet/core/model/entry-properties';
import { presentFields } from '@tovlet/core/values/present';
import { referencesOf } from '@tovlet/core/values/references';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { factsReader } from '../derived/facts';
import { referenceContext } from './reference-context';
import { pageAddress } from '@tovlet/core/delivery/page-address';

/** An entry as it is read from outside: typed values by key, hidden ones left out. */
export interface PresentedEntry {
  readonly record: EntryRecord;
  readonly scope: Scope;
  readonly value: JsonObject;
  /** For whom it was presented. */
  readonly audience: Audience;
}

const isoTime = (time: string | null): string | null => (time === null ? null : new Date(time).toISOString());

/** Presents entries, however many, with one statement for each kind of thing they refer to. */
export class EntryPresenter {
  constructor(
    private readonly database: Database,
    private readonly model: CompiledModel,
    private readonly audience: Audience,
  ) {}

  /** @returns the entries in the order they were given */
  async present(type: CompiledType, records: readonly EntryRecord[]): Promise<readonly PresentedEntry[]> {
    const factsOf = await factsReader(this.database, this.model);
    const scoped = records.map((record) => ({
      record,
      scope: resolveVisibility(this.model, type, record.values, factsOf(type, record)),
    }));
    const references = scoped.flatMap(({ scope }) => referencesOf(type.fields, scope));
    const context = await referenceContext(this.database, this.model, references);
    return scoped.map(({ record, scope }) => ({
      record,
      scope,
      audience: this.audience,
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
  } satisfies Record<EntryProperty, JsonValue>;
}
