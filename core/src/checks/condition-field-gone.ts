import { say } from '../locale/say';
import { dependenciesOf } from '../conditions/condition';
import { defineCheck } from './check';

/** Conditions about fields that are no longer there. */
export const conditionFieldGone = defineCheck('condition_field_gone', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    if (dependenciesOf(field.shownWhen).some((needed) => !model.fields.has(needed))) {
      yield report(
        { kind: 'field', id },
        { label },
        {
          label: say`Always show it`,
          changes: [{ kind: 'set_field', field: id, patch: { shownWhen: null } }],
        },
      );
    }
  }
});
