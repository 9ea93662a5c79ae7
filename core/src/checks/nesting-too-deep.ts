import { NESTING_LIMIT } from '../model/changes/parent';
import { defineCheck } from './check';

/** Fields that stand too deep, as when a set grew that others include. */
export const nestingTooDeep = defineCheck('nesting_too_deep', 'error', function* (model, report) {
  for (const { id, label, type, ancestors } of model.fields.values()) {
    if (type.holds === null || type.holds === 'shape') continue;
    const levels = ancestors.filter((above) => model.fields.get(above)?.type.holds !== 'shape').length + 1;
    if (levels > NESTING_LIMIT) yield report({ kind: 'field', id }, { label, limit: NESTING_LIMIT });
  }
});
