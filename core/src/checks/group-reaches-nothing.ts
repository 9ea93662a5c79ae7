import { reachOf } from '../placement/reach';
import { defineCheck } from './check';

/** Groups that are turned on and can appear on no entry of any type. */
export const groupReachesNothing = defineCheck('group_reaches_nothing', 'warning', function* (model, report) {
  for (const group of model.document.groups) {
    if (!group.active) continue;
    const reaches = model.document.contentTypes.some(({ id }) => reachOf(group.appearsOn, id) !== 'none');
    if (!reaches) yield report({ kind: 'group', id: group.id }, { label: group.label });
  }
});
