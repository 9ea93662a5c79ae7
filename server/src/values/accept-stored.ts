import { hasExpressionEngine } from '@tovlet/core/expressions/engine';
import type { EntryFacts } from '@tovlet/core/conditions/scope';
import type { Role } from '@tovlet/core/contracts/studio';
import type { Completeness } from '@tovlet/core/values/validate';
import { sameJson, type JsonObject } from '@tovlet/core/json';
import { invariant } from '@tovlet/core/invariant';
import { issueMessage } from '@tovlet/core/messages/en';
import type { EntryIssue } from '@tovlet/core/messages/issue';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { acceptValues } from '@tovlet/core/values/accept';
import { computeValues } from '@tovlet/core/values/compute';
import { mapStored } from '@tovlet/core/values/map-stored';
import { referencesOf } from '@tovlet/core/values/references';
import { checkRules } from '@tovlet/core/values/rules';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import { pointerFrom } from '../http/body';
import { ProblemException } from '../http/problem';
import { changeableBy } from './access';
import { checkReferences } from './check-references';
import { cleanHtml } from './clean-html';
import { resolveEmbeds } from './embeds';
import { hashSecrets, withoutGivenHashes } from './secrets';

/** Refuses values with all that is wrong with them, each with its place. */
export function assertValid(issues: readonly EntryIssue[], current?: JsonObject): void {
  if (issues.length === 0) return;
  const errors = issues.slice(0, 100).map(({ issue, path, label }) => ({
    path: `/values${pointerFrom(path)}`,
    message: issueMessage(issue, label),
    code: issue.code,
  }));
  const more =
    issues.length > 1
      ? ` There ${issues.length === 2 ? 'is 1 more problem' : `are ${issues.length - 1} more problems`}.`
      : '';
  throw new ProblemException('invalid', `${errors[0]?.message ?? ''}${more}`, errors, current);
}

/** Values from outside, on their way into the database. */
export interface Candidate {
  readonly values: JsonObject;
  readonly before: JsonObject;
  readonly role: Role;
  readonly completeness: Completeness;
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
  return resolveEmbeds(fields, own);
}

/** A form that was opened before fields left it sends them back as they were; that is no mistake. */
const withoutUnreached = (given: JsonObject, before: JsonObject, known: ReadonlySet<string>): JsonObject =>
  Object.fromEntries(
    Object.entries(given).filter(
      ([id, value]) => known.has(id) || before[id] === undefined || !sameJson(before[id], value),
    ),
  );

/**
 * Takes values from outside: accepts, prepares, computes and checks them, and hashes their secrets.
 *
 * What the form no longer knows (removed or unreached fields) stays as it was.
 *
 * @returns the values as they are to be stored
 * @throws ProblemException with every issue and its place
 */
export async function acceptStored(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  candidate: Candidate,
): Promise<JsonObject> {
  const { before, completeness, factsOf } = candidate;
  const known = new Set(type.fields.map((field) => field.id));
  const { values: accepted, issues } = acceptValues(
    type.fields,
    withoutUnreached(candidate.values, before, known),
  );
  assertValid(issues);
  const kept = Object.entries(before).filter(([field]) => !known.has(field));
  const given: JsonObject = { ...Object.fromEntries(kept), ...prepared(type, accepted, candidate) };
  invariant(hasExpressionEngine(), 'The server has an engine for expressions');
  const values = await computeValues(model, type, given, factsOf(given));
  const scope = resolveVisibility(model, type, values, factsOf(values));
  assertValid(validateEntry(type, scope, completeness));
  const rules = await checkRules(model, type, scope);
  assertValid([
    ...rules.filter(({ severity }) => severity === 'refuse'),
    ...(await checkReferences(database, model, referencesOf(type.fields, scope))),
  ]);
  return hashSecrets(type.fields, values, before);
}
