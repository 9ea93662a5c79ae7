import { choicesOf } from '../fields/choices';
import { defineCheck } from './check';

/** Choice fields without choices. */
export const choicesMissing = defineCheck('choices_missing', 'warning', function* (model, report) {
  for (const { id, label, type, field } of model.fields.values()) {
    if (!type.controls.some(({ control }) => control === 'choices')) continue;
    if (choicesOf(field).length === 0) yield report({ kind: 'field', id }, { label });
  }
});
