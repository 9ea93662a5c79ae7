import { mergeOwn } from '@tovlet/core/contracts/merge-own';
import type { Own, OwnProperty } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { mergeValues } from '@tovlet/core/values/merge';
import { withSecretsOf } from '@tovlet/core/values/typed-secrets';
import type { Database } from '../../db/connect';
import type { CopyRecord, EntryRecord } from '../../db/schema';
import { stateAt } from '../history/history';

/** What an entry is with its working copy put in, as it is stored. */
export interface Merged {
  readonly own: Own;
  readonly values: JsonObject;
  /** What of it was changed in the copy and in the entry, to different things. */
  readonly conflicts: readonly (OwnProperty | { readonly field: string })[];
}

type Stored = Pick<EntryRecord, 'title' | 'slug' | 'parentId' | 'templateId'>;

const ownOf = (
  { title, slug, parentId: parent, templateId: template }: Stored,
  status: EntryRecord['status'],
): Own => ({ title, slug, status, parent, template });

/**
 * Puts the working copy of an entry into it. Where the entry was saved since the copy was made over it, both are kept; where
 * both changed the same, the copy counts. Secrets are those of the entry: no copy has any of its own.
 */
export async function mergedWithCopy(
  database: Database,
  type: CompiledType | undefined,
  record: EntryRecord,
  copy: CopyRecord,
): Promise<Merged> {
  const merged = await merge(database, record, copy);
  return { ...merged, values: withSecretsOf(type?.fields ?? [], merged.values, record.values) };
}

async function merge(database: Database, record: EntryRecord, copy: CopyRecord): Promise<Merged> {
  const { status } = record;
  const mine = ownOf(copy, status);
  if (copy.baseVersion === record.version) return { own: mine, values: copy.values, conflicts: [] };
  const base = await stateAt(database, record, copy.baseVersion);
  const { own, conflicts } = mergeOwn(ownOf(base, status), mine, ownOf(record, status));
  const merged = mergeValues(base.values, copy.values, record.values);
  return {
    own,
    values: merged.values,
    conflicts: [...conflicts, ...merged.conflicts.map(({ field }) => ({ field }))],
  };
}
