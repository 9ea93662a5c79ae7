import type { Scope } from '@tovlet/core/evaluation/scope';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { referencesOf } from '@tovlet/core/values/references';
import { checkRules } from '@tovlet/core/values/rules';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { factsReader } from '../derived/facts';
import { checkReferences } from '../values/check-references';
import { checkUnique } from '../values/check-unique';

/** An entry as it is stored, read as a published one. */
export interface StoredFit {
  readonly scope: Scope;
  /** What its values and the rules of its form have against it. */
  readonly issues: readonly EntryIssue[];
}

/**
 * Looks at the values of an entry as they are stored, and asks the rules of its form, which may take a while: this stands
 * outside of transactions.
 */
export async function storedFit(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  record: EntryRecord,
): Promise<StoredFit> {
  const read = await factsReader(database, model);
  const scope = resolveVisibility(model, type, record.values, read(type, { ...record, status: 'published' }));
  const issues = validateEntry(type, scope, 'published');
  if (issues.length > 0) return { scope, issues };
  const rules = await checkRules(model, type, scope);
  return { scope, issues: rules.filter(({ severity }) => severity === 'refuse') };
}

/**
 * Lists what stands in the way of an entry being published as it is stored, in the transaction that does so: also what it
 * refers to, and values that another entry has.
 */
export async function standsInTheWay(
  transaction: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string,
  { scope, issues }: StoredFit,
): Promise<readonly EntryIssue[]> {
  if (issues.length > 0) return issues;
  return [
    ...(await checkReferences(transaction, model, referencesOf(type.fields, scope))),
    ...(await checkUnique(transaction, type, scope, id)),
  ];
}
