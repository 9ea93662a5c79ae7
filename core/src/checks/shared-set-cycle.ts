import { reachesSet } from '../model/expand';
import { defineCheck } from './check';

/** Shared sets that include themselves, directly or through other sets. */
export const sharedSetCycle = defineCheck('shared_set_cycle', 'error', function* (model, report) {
  for (const group of model.document.groups) {
    if (group.shared && reachesSet(group.fields, group.id, model.document)) {
      yield report({ kind: 'group', id: group.id }, { label: group.label });
    }
  }
});
