import { say } from '../locale/say';
import { isFault, readExpression } from '../expressions/engine';
import { unknownIn, type ExpressionScope } from '../model/reads';
import { computed } from '../fields/computed/computed';
import type { CompiledModel } from '../model/compiled';
import { defineCheck, type CheckTarget } from './check';
import { expressionScopeOf, seenFromGroup } from '../uses/uses';

interface Found {
  readonly target: CheckTarget;
  readonly label: string;
  readonly expression: string;
  readonly scope: ExpressionScope;
}

function* expressionsOf(model: CompiledModel): Iterable<Found> {
  for (const field of model.fields.values()) {
    if (!field.type.computed) continue;
    const { expression } = computed.read(field.field.settings);
    const scope = expressionScopeOf(field, model);
    yield { target: { kind: 'field', id: field.id }, label: field.label, expression, scope };
  }
  for (const { id, label, rules } of model.groups.values()) {
    const entry = rules.length > 0 ? seenFromGroup(id, model) : [];
    for (const { expression } of rules) {
      yield { target: { kind: 'group', id }, label, expression, scope: { here: entry, entry } };
    }
  }
}

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
  for (const { target, label, expression, scope } of expressionsOf(model)) {
    const problem = expressionProblem(expression, scope);
    if (problem !== null) yield report(target, { label, problem });
  }
});
