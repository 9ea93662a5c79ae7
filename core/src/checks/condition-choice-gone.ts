import { comparisonsOf } from '../conditions/condition';
import { isJsonList } from '../json';
import { defineCheck } from './check';

/** Conditions that wait for a choice which the field no longer offers. */
export const conditionChoiceGone = defineCheck('condition_choice_gone', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    for (const comparison of comparisonsOf(field.shownWhen)) {
      if (comparison.kind !== 'field' || !['is', 'is_one_of'].includes(comparison.operator)) continue;
      const subject = model.fields.get(comparison.field);
      if (subject?.type.kind !== 'one_choice') continue;
      const awaited = comparison.value ?? null;
      const values = isJsonList(awaited) ? awaited : [awaited];
      const gone = values.filter((value) => value !== null && subject.behaviour.validate(value).length > 0);
      if (gone.length > 0 && gone.length === values.length) {
        yield report(
          { kind: 'field', id },
          { label, subject: subject.label, value: gone.map(String).join(', ') },
        );
      }
    }
  }
});
