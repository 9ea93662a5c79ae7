import { keyProblem } from '../model/keys';
import { defineCheck } from './check';

/** Keys that are not keys, or that every entry has already. */
export const keyInvalid = defineCheck('key_invalid', 'error', function* (model, report) {
  for (const { id, key, label } of model.fields.values()) {
    const problem = keyProblem(key);
    if (problem) yield report({ kind: 'field', id }, { problem, label });
  }
  for (const { id, key, pluralKey, singular } of model.document.contentTypes) {
    const problem = keyProblem(key, 'type') ?? keyProblem(pluralKey, 'type');
    if (problem) yield report({ kind: 'type', id }, { problem, label: singular });
  }
  for (const { id, key, pluralKey, singular } of model.document.taxonomies) {
    const problem = keyProblem(key, 'type') ?? keyProblem(pluralKey, 'type');
    if (problem) yield report({ kind: 'taxonomy', id }, { problem, label: singular });
  }
});
