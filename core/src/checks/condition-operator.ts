import { comparisonsOf } from '../conditions/condition';
import { isMisfit } from '../evaluation/broken';
import { operatorOf } from '../conditions/operators';
import { defineCheck } from './check';

/** Comparisons with an operator that does not fit the type of the field they are about. */
export const conditionOperator = defineCheck('condition_operator', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    for (const comparison of comparisonsOf(field.shownWhen)) {
      if (comparison.kind !== 'field' || !isMisfit(comparison, model)) continue;
      const subject = model.fields.get(comparison.field)?.label ?? '';
      yield report(
        { kind: 'field', id },
        { label, subject, operator: operatorOf(comparison.operator).words },
      );
    }
  }
});
