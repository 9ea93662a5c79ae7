import type { EntryIssue, ValueIssue } from '@tovlet/core/issues/issue';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { referencesOf, type Reference } from '@tovlet/core/values/references';
import { checkRulesOfEach, type RuleIssue } from '@tovlet/core/values/rules';
import { validateEntry } from '@tovlet/core/values/validate';
import { codeOf } from '@tovlet/core/values/mended-value';
import type { Database } from '../../db/connect';
import type { EntryRecord, FindingRecord } from '../../db/schema';
import { decideShown } from '../../derived/derived-rows';
import { whatIsGone, type GoneIssue } from '../../values/check-references';
import { repeatedValues } from './unique-values';

/** So many things are told of one entry; who mends them finds the others then. */
const TOLD = 50;

/** So much is kept of a text that an issue quotes. */
const QUOTED = 200;

/** An issue with what tells it from others of its field. */
interface Found extends EntryIssue, Pick<FindingRecord, 'subject' | 'severity'> {}

const refused = (issue: EntryIssue): Found => ({ ...issue, subject: '', severity: 'refuse' });

/** What a text names in passing and is gone keeps nobody from saving it. */
const gone = ({ inPassing, ...issue }: GoneIssue): Found => ({
  ...issue,
  subject: '',
  severity: inPassing ? 'warn' : 'refuse',
});

/** Cuts long texts, however deep they stand: an issue may quote a value of any size. */
function cut(value: JsonValue): JsonValue {
  if (typeof value === 'string') return value.length > QUOTED ? `${value.slice(0, QUOTED)}…` : value;
  if (isJsonList(value)) return value.slice(0, QUOTED).map(cut);
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, cut(each)]));
}

/** An issue as it is kept: without what would mend it, which is as large as the value. */
function kept(issue: ValueIssue): ValueIssue {
  if (issue.code === 'in_list') {
    const { at, issue: inner } = issue.params;
    return { code: 'in_list', params: { at, issue: kept(inner) } };
  }
  const text = JSON.stringify({ code: issue.code, params: issue.params });
  return JSON.parse(text.length > QUOTED ? JSON.stringify(cut(JSON.parse(text))) : text);
}

/** Checks the references of some entries at once. @returns the issues by the ids of the entries */
async function goneReferences(
  database: Database,
  model: CompiledModel,
  references: ReadonlyMap<string, readonly Reference[]>,
): Promise<ReadonlyMap<string, readonly GoneIssue[]>> {
  // The id of the entry goes before the way to the value, and is taken away again.
  const all = [...references].flatMap(([id, own]) =>
    own.map((reference) => ({ ...reference, path: [id, ...reference.path] })),
  );
  const found = new Map<string, GoneIssue[]>();
  for (const { path, ...issue } of await whatIsGone(database, model, all)) {
    const id = String(path[0]);
    found.set(id, [...(found.get(id) ?? []), { ...issue, path: path.slice(1) }]);
  }
  return found;
}

/** Asks the rules of some entries. @returns what does not hold, by the ids of the entries */
async function brokenRules(
  model: CompiledModel,
  type: CompiledType,
  entries: Awaited<ReturnType<typeof decideShown>>,
): Promise<ReadonlyMap<string, readonly RuleIssue[]>> {
  const issues = await checkRulesOfEach(
    model,
    type,
    entries.map(({ scope }) => scope),
  );
  return new Map(entries.map(({ entry }, index) => [entry.id, issues[index] ?? []]));
}

const rowOf = (
  { id, typeId }: EntryRecord,
  { issue, path, subject, severity }: Found,
  ordinal: number,
): FindingRecord => ({
  entryId: id,
  ordinal,
  typeId,
  fieldId: String(path.findLast((step) => typeof step === 'string') ?? ''),
  code: codeOf(issue),
  subject,
  severity,
  path,
  issue: kept(issue),
});

/**
 * Looks through the stored values of some entries of a type: what their fields cannot hold, what lies outside of limits, what
 * refers to something gone, rules that do not hold. A draft may be incomplete, and rules are for what is published.
 *
 * Rules run meanwhile, so this stands outside of transactions.
 * @returns what is wrong with each, by its id; nothing for those with which all is well
 */
export async function findingsOf(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  records: readonly EntryRecord[],
): Promise<ReadonlyMap<string, readonly FindingRecord[]>> {
  const shown = await decideShown(database, model, type, records);
  const scopes = new Map(shown.map(({ entry, scope }) => [entry.id, scope]));
  const references = new Map(shown.map(({ entry, scope }) => [entry.id, referencesOf(type.fields, scope)]));
  const missing = await goneReferences(database, model, references);
  const published = records.filter(({ status }) => status === 'published').map(({ id }) => id);
  const repeated = await repeatedValues(database, type, published);
  const broken = await brokenRules(
    model,
    type,
    shown.filter(({ entry }) => published.includes(entry.id)),
  );
  const findings = new Map<string, readonly FindingRecord[]>();
  for (const record of records) {
    const scope = scopes.get(record.id);
    if (!scope) continue;
    const found: readonly Found[] = [
      ...validateEntry(type, scope, record.status).map(refused),
      ...(missing.get(record.id) ?? []).map(gone),
      ...(repeated.get(record.id) ?? []).map(refused),
      ...(broken.get(record.id) ?? []).map((issue) => ({ ...issue, subject: issue.rule })),
    ];
    if (found.length > 0)
      findings.set(
        record.id,
        found.slice(0, TOLD).map((each, ordinal) => rowOf(record, each, ordinal)),
      );
  }
  return findings;
}
