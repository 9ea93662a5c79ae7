import { comparisonsOf } from '../conditions/condition';
import { isJsonList } from '../json';
import { defineCheck } from './check';

/** Rules that name a content type which is no longer there. */
export const groupTypeGone = defineCheck('group_type_gone', 'warning', function* (model, report) {
  for (const group of model.document.groups) {
    if (group.shared) continue;
    const named = comparisonsOf(group.appearsOn).flatMap((comparison) => {
      if (comparison.kind !== 'property' || comparison.property !== 'type') return [];
      const value = comparison.value ?? null;
      return isJsonList(value) ? value : [value];
    });
    if (named.some((id) => typeof id === 'string' && !model.subjectById.has(id))) {
      yield report({ kind: 'group', id: group.id }, { label: group.label });
    }
  }
});
