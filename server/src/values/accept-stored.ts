import { counted, plural } from '@tovlet/core/locale/counts';
import { changeableBy, maySee, personWith } from '@tovlet/core/access/audience';
import type { Role } from '@tovlet/core/roles';
import { hasExpressionEngine } from '@tovlet/core/expressions/engine';
import type { EntryFacts, Scope } from '@tovlet/core/evaluation/scope';
import type { Completeness } from '@tovlet/core/values/validate';
import { sameJson, type JsonObject } from '@tovlet/core/json';
import { invariant } from '@tovlet/core/invariant';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { acceptValues } from '@tovlet/core/values/accept';
import { computeValues } from '@tovlet/core/values/compute';
import { withUndeclared } from '@tovlet/core/stored/declared';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { referencesOf } from '@tovlet/core/values/references';
import { checkRules, type RuleIssue } from '@tovlet/core/values/rules';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import { pointerFrom } from '../http/body';
import { ProblemException } from '../http/problem';
import { checkReferences } from './check-references';
import { cleanHtml } from './clean-html';
import { resolveEmbeds } from './embeds';
import { hashSecrets, withFormerSecrets, withoutGivenHashes } from './secrets';

const FOR_DEVELOPERS: EntryIssue = { issue: { code: 'for_developers', params: {} }, path: [], label: '' };

/** Issues as somebody of a role is told them: what is wrong with a field they may not see is not told with its value. */
export function toldTo(
  role: Role,
  model: CompiledModel,
  issues: readonly EntryIssue[],
): readonly EntryIssue[] {
  const audience = personWith(role);
  const seen = (issue: EntryIssue): boolean =>
    issue.path.every((step) => {
      const field = typeof step === 'string' ? model.fields.get(step) : undefined;
      return !field || maySee(audience, field);
    });
  const told = issues.filter(seen);
  return told.length < issues.length ? [...told, FOR_DEVELOPERS] : told;
}

/**
 * Refuses values with all that is wrong with them, each with its place.
 * @throws ProblemException unless there is nothing
 */
export function assertValid(issues: readonly EntryIssue[], current?: JsonObject): void {
  if (issues.length === 0) return;
  const errors = issues.slice(0, 100).map(({ issue, path, label }) => ({
    path: `/values${pointerFrom(path)}`,
    message: issueMessage(issue, label),
    code: issue.code,
  }));
  const others = issues.length - 1;
  const more =
    others === 0
      ? ''
      : ` There ${plural(others, 'is', 'are')} ${counted(others, 'more problem', 'more problems')}.`;
  throw new ProblemException('invalid', `${errors[0]?.message ?? ''}${more}`, errors, current);
}

/**
 * What need not fit: what was wrong before stays as it was where a change of many is about something else, and what is put back
 * stood there.
 */
export interface Pardon {
  /** The field at the top of the form in which anything may stand; null for none. */
  readonly field: string | null;
}

/** Values from outside, on their way into the database. */
export interface Candidate {
  readonly values: JsonObject;
  readonly before: JsonObject;
  readonly role: Role;
  readonly completeness: Completeness;
  /** Left out, everything has to fit. */
  readonly pardon?: Pardon | undefined;
  /** The facts of whom the values belong to, with the values as they will be. */
  factsOf(values: JsonObject): EntryFacts;
}

const isRichText = ({ type }: CompiledField): boolean => type.kind === 'rich_text';
const isComputed = ({ type }: CompiledField): boolean => type.computed;

/** Puts values into the form in which they are kept: cleaned, resolved, without what nobody may give. */
function prepared(type: CompiledType, given: JsonObject, { before, role }: Candidate): JsonObject {
  const { fields } = type;
  const allowed = changeableBy(role, fields, withoutGivenHashes(fields, given), before);
  const cleaned = mapStored(fields, allowed, before, isRichText, (_field, value) =>
    typeof value === 'string' ? cleanHtml(value) : value,
  );
  // Computed values are made here; what was given for them counts for nothing.
  const own = mapStored(fields, cleaned, before, isComputed, (_field, _value, was) => was);
  return resolveEmbeds(fields, withFormerSecrets(fields, own, before));
}

/** Values as they were accepted, and what of them shows. */
export interface Accepted {
  readonly values: JsonObject;
  readonly scope: Scope;
  /** What need not fit, and what showed before; null where everything has to. */
  readonly pardoned: (Pardon & { readonly before: Scope }) | null;
}

const placeOf = ({ issue: { code, params }, path }: EntryIssue): string =>
  JSON.stringify([path, code, params]);

/** What is left of some issues without those that are pardoned. @param before the issues that there were */
export function withoutPardoned(
  issues: readonly EntryIssue[],
  before: readonly EntryIssue[],
  { field }: Pardon,
): readonly EntryIssue[] {
  const stood = new Set(before.map(placeOf));
  return issues.filter((issue) => !stood.has(placeOf(issue)) && (field === null || issue.path[0] !== field));
}

/**
 * Takes values from outside: accepts, prepares, computes and checks them, and hashes their secrets. What people wrote
 * (rules, computed values) runs meanwhile, so this stands outside of transactions.
 *
 * What the form no longer knows (removed or unreached fields) stays as it was.
 *
 * @returns the values as they are to be stored
 * @throws ProblemException with every issue and its place
 */
export async function acceptStored(
  model: CompiledModel,
  type: CompiledType,
  candidate: Candidate,
): Promise<Accepted> {
  const { before, completeness, factsOf, role } = candidate;
  const { fields } = type;
  const assert = (issues: readonly EntryIssue[]): void => assertValid(toldTo(role, model, issues));
  const { values: accepted, issues } = acceptValues(
    fields,
    withoutUnreached(fields, candidate.values, before),
  );
  assert(issues);
  const given = withUndeclared(fields, prepared(type, accepted, candidate), before);
  invariant(hasExpressionEngine(), 'The server has an engine for expressions');
  const values = await computeValues(model, type, given, factsOf(given));
  const scope = resolveVisibility(model, type, values, factsOf(values));
  const wrong = validateEntry(type, scope, completeness);
  if (completeness === 'draft') {
    // A draft keeps whatever was typed; only a secret cannot be kept as it was typed.
    assert(wrong.filter(({ path }) => model.fields.get(String(path.at(-1)))?.type.confidential));
  } else {
    const pardoned = pardonedOf(model, type, candidate);
    const stood = pardoned && wrong.length > 0 ? validateEntry(type, pardoned.before, completeness) : [];
    assert(pardoned ? withoutPardoned(wrong, stood, pardoned) : wrong);
    const rules = refusing(await checkRules(model, type, scope));
    const broken = pardoned && rules.length > 0 ? await checkRules(model, type, pardoned.before) : [];
    assert(pardoned ? withoutPardoned(rules, broken, pardoned) : rules);
    return { values: await hashSecrets(fields, values, before), scope, pardoned };
  }
  return { values: await hashSecrets(fields, values, before), scope, pardoned: null };
}

const refusing = (rules: readonly RuleIssue[]): readonly RuleIssue[] =>
  rules.filter(({ severity }) => severity === 'refuse');

/** What need not fit, with what showed of the values before. */
function pardonedOf(
  model: CompiledModel,
  type: CompiledType,
  { before, factsOf, pardon }: Candidate,
): Accepted['pardoned'] {
  return pardon ? { ...pardon, before: resolveVisibility(model, type, before, factsOf(before)) } : null;
}

const NOTHING_PLANNED: ReadonlySet<string> = new Set();

/**
 * Refuses values that refer to what is not there, in the transaction that writes them.
 * @param planned the ids of things that will be there, where that is enough
 */
export async function assertReferences(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  { scope, pardoned }: Accepted,
  role: Role,
  planned: ReadonlySet<string> = NOTHING_PLANNED,
): Promise<void> {
  const open = (of: Scope) => referencesOf(type.fields, of).filter(({ id }) => !planned.has(id));
  const gone = (of: Scope) => checkReferences(database, model, open(of));
  const issues = await gone(scope);
  const stood = pardoned && issues.length > 0 ? await gone(pardoned.before) : [];
  assertValid(toldTo(role, model, pardoned ? withoutPardoned(issues, stood, pardoned) : issues));
}

/** A form that was opened before fields left it sends them back as they were; that is no mistake. */
function withoutUnreached(
  fields: readonly CompiledField[],
  given: JsonObject,
  before: JsonObject,
): JsonObject {
  const known = new Set(fields.map(({ id }) => id));
  return Object.fromEntries(
    Object.entries(given).filter(
      ([id, value]) => known.has(id) || before[id] === undefined || !sameJson(before[id], value),
    ),
  );
}
