import { isBroken } from '../evaluation/broken';
import { prove } from '../evaluation/prove';
import { conditionWords } from '../messages/condition-words';
import { defineCheck } from './check';

/** Conditions that contradict themselves or the limits of the fields they ask about. */
export const conditionNeverHolds = defineCheck('condition_never_holds', 'warning', function* (model, report) {
  for (const { id, label, field, ancestors } of model.fields.values()) {
    const { shownWhen } = field;
    // What asks for something removed, or in a wrong way, is reported as that.
    if (shownWhen === null || isBroken(shownWhen, model)) continue;
    if (prove(shownWhen, ancestors, model) === 'never') {
      yield report({ kind: 'field', id }, { label, words: conditionWords(shownWhen, model) });
    }
  }
});
