import { fieldTypeOf } from '../fields';
import { defineCheck } from './check';

/** Settings that do not fit their field type: all of the field's settings would count for nothing. */
export const settingsInvalid = defineCheck('settings_invalid', 'error', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    const parsed = fieldTypeOf(field.kind).settings.safeParse(field.settings);
    const [issue] = parsed.success ? [] : parsed.error.issues;
    if (issue) {
      const setting = String(issue.path[0] ?? '');
      yield report({ kind: 'field', id }, { label, setting, problem: issue.message });
    }
  }
});
