import { comparisonsOf } from '../conditions/condition';
import { goneChoices } from '../evaluation/broken';
import { defineCheck } from './check';

/** Conditions that wait for a choice which the field no longer offers. */
export const conditionChoiceGone = defineCheck('condition_choice_gone', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    for (const comparison of comparisonsOf(field.shownWhen)) {
      const gone = goneChoices(comparison, model);
      if (gone.length === 0 || comparison.kind !== 'field') continue;
      const subject = model.fields.get(comparison.field)?.label ?? '';
      yield report({ kind: 'field', id }, { label, subject, value: gone.join(', ') });
    }
  }
});
