import { say } from '../locale/say';
import { fieldTypeOf } from '../fields';
import { defineCheck } from './check';

/** Repeaters, groups, mixed lists and shapes that hold nothing yet, and sets that are not chosen or gone. */
export const fieldsMissing = defineCheck('fields_missing', 'warning', function* (model, report) {
  for (const { id, label, field, type } of model.fields.values()) {
    if (fieldTypeOf(field.kind).holds === null || field.fields.length > 0) continue;
    const kind = type.name.toLowerCase();
    const wanted = { rows: say`fields in its rows`, one: 'fields', shape: 'fields', shapes: 'shapes' }[
      type.holds ?? 'one'
    ];
    yield report(
      { kind: 'field', id },
      { label, kind, wanted: field.kind === 'shared_set' ? say`set with fields chosen` : wanted },
    );
  }
});
