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
  for (const entry of entries) {
    const [first] = await read.evaluateEach([entry], { entry });
    if (!(first instanceof ExpressionStopped)) outcomes.push({ holds: first !== false });
    else if (!first.misfit) outcomes.push({ undecided: first.message });
    else {
      const there = withoutNulls(entry);
      const [result] = await read.evaluateEach([there], { entry: there });
      outcomes.push(withMissing(result));
    }
  }
  return outcomes;
}

/** Asks a rule about one entry. Without an engine it holds: the server has one, and asks again. */
async function outcomeFor({ expression }: Rule, entry: JsonObject): Promise<RuleOutcome> {
  const read = readExpression(expression);
  if (!read) return { holds: true };
  if (isFault(read)) return { undecided: read.message };
  const [outcome] = await askRule(read, [entry]);
  return outcome ?? { holds: true };
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
 * Checks an entry against the rules over several fields.
 * @param scope the entry's scope from resolveVisibility
 * @returns an issue for each rule that does not hold, at the rule's place
 */
export async function checkRules(
  model: CompiledModel,
  type: CompiledType,
  scope: Scope,
): Promise<readonly RuleIssue[]> {
  const rules = rulesFor(type, scope);
  if (rules.length === 0) return [];
  const entry = expressionInput(type.fields, scope);
  const issues: RuleIssue[] = [];
  for (const rule of rules) {
    const issue = issueFrom(rule, await outcomeFor(rule, entry));
    if (!issue) continue;
    const label = (rule.field === null ? undefined : model.fields.get(rule.field)?.label) ?? '';
    const path = rule.field === null ? [] : [rule.field];
    issues.push({ issue, path, label, severity: rule.severity, rule: rule.id });
  }
  return issues;
}
