import { defineCheck } from './check';

/** Groups that are turned on and can appear on nothing at all: no entry, term, person or medium. */
export const groupReachesNothing = defineCheck('group_reaches_nothing', 'warning', function* (model, report) {
  for (const group of model.document.groups) {
    if (!group.active || group.shared) continue;
    const reaches = [...model.subjectById.values()].some(({ groups }) =>
      groups.some(({ group: { id } }) => id === group.id),
    );
    if (!reaches) yield report({ kind: 'group', id: group.id }, { label: group.label });
  }
});
