import { say } from '../locale/say';
import { prove } from '../evaluation/prove';
import { conditionWords } from '../messages/condition-words';
import { defineCheck } from './check';

/** Conditions that hold whatever is entered, so that nothing ever hides. */
export const conditionAlwaysHolds = defineCheck('condition_always_holds', 'note', function* (model, report) {
  for (const { id, label, field, ancestors } of model.fields.values()) {
    const { shownWhen } = field;
    if (shownWhen === null || prove(shownWhen, ancestors, model) !== 'always') continue;
    yield report(
      { kind: 'field', id },
      { label, words: conditionWords(shownWhen, model) },
      {
        label: say`Take the condition away`,
        changes: [{ kind: 'set_field', field: id, patch: { shownWhen: null } }],
      },
    );
  }
});
