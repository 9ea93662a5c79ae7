import { comparisonsOf } from '../conditions/condition';
import { choicesOf } from '../fields/choices';
import { isJsonList } from '../json';
import { defineCheck } from './check';

/** Conditions that wait for a choice which the field no longer offers. */
export const conditionChoiceGone = defineCheck('condition_choice_gone', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    for (const comparison of comparisonsOf(field.shownWhen)) {
      if (comparison.kind !== 'field' || !['is', 'is_one_of', 'contains'].includes(comparison.operator))
        continue;
      const subject = model.fields.get(comparison.field);
      if (!subject?.type.controls.some(({ control }) => control === 'choices')) continue;
      const offered = new Set(choicesOf(subject.field).map((choice) => choice.value));
      const awaited = comparison.value ?? null;
      const values = isJsonList(awaited) ? awaited : [awaited];
      const gone = values.filter((value) => typeof value === 'string' && !offered.has(value));
      if (gone.length > 0 && gone.length === values.length) {
        yield report(
          { kind: 'field', id },
          { label, subject: subject.label, value: gone.map(String).join(', ') },
        );
      }
    }
  }
});
