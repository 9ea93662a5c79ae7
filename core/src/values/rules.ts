import type { Scope } from '../conditions/scope';
import { ExpressionStopped, isFault, readExpression } from '../expressions/engine';
import type { EntryIssue } from '../messages/issue';
import type { CompiledGroup, CompiledModel, CompiledType } from '../model/compiled';
import type { Rule, RuleSeverity } from '../model/document';
import { expressionInput } from './compute';

/** A rule that does not hold for an entry. */
export interface RuleIssue extends EntryIssue {
  readonly severity: RuleSeverity;
  readonly rule: string;
}

/**
 * Tells whether a rule holds for the values of an entry.
 *
 * | the expression comes to          | the rule     |
 * |----------------------------------|--------------|
 * | false                            | does not hold |
 * | true, or anything else           | holds        |
 * | nothing, as values are missing   | holds        |
 * | no end, or cannot be read        | holds; the checks say that it is wrong |
 *
 * @param entry the entry's values as expressionInput makes them
 */
export async function ruleHolds(rule: Pick<Rule, 'expression'>, entry: unknown): Promise<boolean> {
  const read = readExpression(rule.expression);
  if (!read || isFault(read)) return true;
  try {
    return (await read.evaluate(entry, { entry })) !== false;
  } catch (error) {
    if (error instanceof ExpressionStopped) return true;
    throw error;
  }
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
    if (await ruleHolds(rule, entry)) continue;
    const label = (rule.field === null ? undefined : model.fields.get(rule.field)?.label) ?? '';
    const path = rule.field === null ? [] : [rule.field];
    const issue = { code: 'rule', params: { message: rule.message } } as const;
    issues.push({ issue, path, label, severity: rule.severity, rule: rule.id });
  }
  return issues;
}
