import { say } from '../locale/say';
import { issueMessage } from '../messages/issue-words';
import { defineCheck } from './check';

/** Defaults that the field itself would refuse. */
export const defaultInvalid = defineCheck('default_invalid', 'warning', function* (model, report) {
  for (const { id, label, field, behaviour } of model.fields.values()) {
    const [issue] = field.default === null ? [] : behaviour.validate(field.default);
    if (issue) {
      yield report(
        { kind: 'field', id },
        { label, message: issueMessage(issue, label) },
        {
          label: say`Clear the default`,
          changes: [{ kind: 'set_field', field: id, patch: { default: null } }],
        },
      );
    }
  }
});
