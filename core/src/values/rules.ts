import type { Scope } from '../evaluation/scope';
import { ExpressionStopped, isFault, readExpression, type CompiledExpression } from '../expressions/engine';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { EntryIssue, ValueIssue } from '../issues/issue';
import type { CompiledGroup, CompiledModel, CompiledType } from '../model/compiled';
import type { Rule, RuleSeverity } from '../model/document';
import { expressionInput } from './compute';

/** A rule that does not hold for an entry. */
export interface RuleIssue extends EntryIssue {
  readonly severity: RuleSeverity;
  readonly rule: string;
}

/** What a rule came to: whether it holds, or why that cannot be told. */
export type RuleOutcome = { readonly holds: boolean } | { readonly undecided: string };

/** Values without those that are not there: what an expression cannot work on because it is null says nothing then. */
function withoutNulls(value: JsonValue): JsonValue {
  if (isJsonList(value)) return value.map(withoutNulls);
  if (!isJsonObject(value)) return value;
  const there = Object.entries(value).filter(([, each]) => each !== null);
  return Object.fromEntries(there.map(([key, each]) => [key, withoutNulls(each)]));
}

/** Entries that a rule is asked about at once: fewer questions, each with little to carry. */
const TOGETHER = 20;

/** What a rule came to that could not work on what it got, asked again without what is null. */
const withMissing = (result: unknown): RuleOutcome =>
  result instanceof ExpressionStopped ? { undecided: result.message } : { holds: true };

/**
 * Asks a rule about the values of entries.
 *
 * | the expression comes to                 | the rule      |
 * |-----------------------------------------|---------------|
 * | false                                   | does not hold |
 * | true, or anything else                  | holds         |
 * | nothing, as values are missing          | holds         |
 * | what it cannot work on, as values are null | holds where it can without them, else is undecided |
 * | no end, or cannot be read               | is undecided, with the reason: what must be refused cannot be let through |
 *
 * @param read the rule's expression
 * @param entries the values of each entry as expressionInput makes them
 */
export async function askRule(
  read: CompiledExpression,
  entries: readonly JsonObject[],
): Promise<readonly RuleOutcome[]> {
  const outcomes: RuleOutcome[] = [];
  for (let at = 0; at < entries.length; at += TOGETHER) {
    const some = entries.slice(at, at + TOGETHER);
    const results = await read.evaluateEach(some);
    for (const [index, entry] of some.entries()) {
      const first = results[index];
      // Together they have no more time than one alone: who came too late is asked again.
      const isAlone = some.length === 1 || !(first instanceof ExpressionStopped) || first.misfit;
      const [result] = isAlone ? [first] : await read.evaluateEach([entry]);
      outcomes.push(await outcomeOf(read, entry, result));
    }
  }
  return outcomes;
}

async function outcomeOf(read: CompiledExpression, entry: JsonObject, result: unknown): Promise<RuleOutcome> {
  if (!(result instanceof ExpressionStopped)) return { holds: result !== false };
  if (!result.misfit) return { undecided: result.message };
  const [again] = await read.evaluateEach([withoutNulls(entry)]);
  return withMissing(again);
}

/** Asks a rule about some entries. Without an engine it holds: the server has one, and asks again. */
async function outcomesFor(
  { expression }: Rule,
  entries: readonly JsonObject[],
): Promise<readonly RuleOutcome[]> {
  const read = readExpression(expression);
  if (!read) return entries.map(() => ({ holds: true }));
  if (isFault(read)) return entries.map(() => ({ undecided: read.message }));
  return askRule(read, entries);
}

function issueFrom({ message }: Rule, outcome: RuleOutcome): ValueIssue | null {
  if ('undecided' in outcome)
    return { code: 'rule_undecided', params: { message, reason: outcome.undecided } };
  return outcome.holds ? null : { code: 'rule', params: { message } };
}

const appears = ({ formFields }: CompiledGroup, scope: Scope): boolean =>
  formFields.some(({ id }) => !scope.isHidden(id));

/** The rules of the groups that show on an entry, without those about a hidden field. */
function rulesFor(type: CompiledType, scope: Scope): readonly Rule[] {
  return type.groups
    .filter((group) => group.group.rules.length > 0 && appears(group, scope))
    .flatMap(({ group }) => group.rules)
    .filter(({ field }) => field === null || !scope.isHidden(field));
}

/**
 * Checks some entries of a type against the rules over several fields.
 * @param scopes the entries' scopes from resolveVisibility
 * @returns for each an issue for each rule that does not hold, at the rule's place
 */
export async function checkRulesOfEach(
  model: CompiledModel,
  type: CompiledType,
  scopes: readonly Scope[],
): Promise<readonly (readonly RuleIssue[])[]> {
  const asked = scopes.map((scope) => new Set(rulesFor(type, scope)));
  const issues: RuleIssue[][] = scopes.map(() => []);
  const inputs = scopes.map((scope, index) =>
    asked[index]?.size ? expressionInput(type.fields, scope) : {},
  );
  for (const rule of type.groups.flatMap(({ group }) => group.rules)) {
    const own = scopes.flatMap((_scope, index) => (asked[index]?.has(rule) ? [index] : []));
    const outcomes = await outcomesFor(
      rule,
      own.map((index) => inputs[index] ?? {}),
    );
    for (const [at, index] of own.entries()) {
      const outcome = outcomes[at];
      const issue = outcome && issueFrom(rule, outcome);
      if (issue) issues[index]?.push(ruleIssue(model, rule, issue));
    }
  }
  return issues;
}

function ruleIssue({ fields }: CompiledModel, { field, id, severity }: Rule, issue: ValueIssue): RuleIssue {
  const label = (field === null ? undefined : fields.get(field)?.label) ?? '';
  return { issue, path: field === null ? [] : [field], label, severity, rule: id };
}

/**
 * Checks an entry against the rules over several fields.
 * @param scope the entry's scope from resolveVisibility
 * @returns an issue for each rule that does not hold, at the rule's place
 */
export async function checkRules(
  model: CompiledModel,
  type: CompiledType,
  scope: Scope,
): Promise<readonly RuleIssue[]> {
  const [issues = []] = await checkRulesOfEach(model, type, [scope]);
  return issues;
}
