import { say } from '../locale/say';
import { isFault, readExpression } from '../expressions/engine';
import { expressionsOf, type ExpressionOwner } from '../model/expressions';
import { unknownIn, type ExpressionScope } from '../model/reads';
import { defineCheck, type CheckTarget } from './check';

/** What a check tells of: the computed field itself, or the group that has the rule. */
const targetOf = (owner: ExpressionOwner): CheckTarget =>
  owner.kind === 'computed' ? { kind: 'field', id: owner.field } : { kind: 'group', id: owner.group };

/** What is wrong with an expression, or null. Before there is an engine to read it, only its names are looked at. */
export function expressionProblem(expression: string, scope: ExpressionScope): string | null {
  if (expression.trim() === '') return say`There is no expression yet.`;
  const read = readExpression(expression);
  if (read && isFault(read)) return read.message;
  const [unknown] = unknownIn(expression, scope);
  return unknown === undefined ? null : say`There is no value “${unknown}” here.`;
}

/** Rules and computed values whose expression cannot be read, or asks for what is not there. */
export const expressionInvalid = defineCheck('expression_invalid', 'warning', function* (model, report) {
  for (const { owner, expression, scope } of expressionsOf(model)) {
    const problem = expressionProblem(expression, scope);
    if (problem === null) continue;
    const target = targetOf(owner);
    const label = (target.kind === 'field' ? model.fields : model.groups).get(target.id)?.label ?? '';
    yield report(target, { label, problem });
  }
});
