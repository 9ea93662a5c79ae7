import { comparisonsOf } from '../conditions/condition';
import { operatorOf } from '../conditions/operators';
import { defineCheck } from './check';

/** Comparisons with an operator that does not fit the type of the field they are about. */
export const conditionOperator = defineCheck('condition_operator', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    for (const comparison of comparisonsOf(field.shownWhen)) {
      const subject = comparison.kind === 'field' ? model.fields.get(comparison.field) : undefined;
      if (subject && !subject.type.operators.includes(comparison.operator)) {
        const operator = operatorOf(comparison.operator).words;
        yield report({ kind: 'field', id }, { label, subject: subject.label, operator });
      }
    }
  }
});
