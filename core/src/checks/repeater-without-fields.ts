import { defineCheck } from './check';

/** Repeaters whose rows hold nothing. */
export const repeaterWithoutFields = defineCheck(
  'repeater_without_fields',
  'warning',
  function* (model, report) {
    for (const { id, label, type, field } of model.fields.values()) {
      if (type.rows && field.fields.length === 0) yield report({ kind: 'field', id }, { label });
    }
  },
);
