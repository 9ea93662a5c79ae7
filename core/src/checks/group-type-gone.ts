import { comparisonsOf, type EntryProperty } from '../conditions/condition';
import { isJsonList, type JsonValue } from '../json';
import type { FieldGroup } from '../model/document';
import { typeOfTemplate } from '../model/page-templates';
import { defineCheck } from './check';

/** What the rule of a group names as values of a property. */
function namedBy(group: FieldGroup, property: EntryProperty): readonly JsonValue[] {
  if (group.shared) return [];
  return comparisonsOf(group.appearsOn).flatMap((comparison) => {
    if (comparison.kind !== 'property' || comparison.property !== property) return [];
    const value = comparison.value ?? null;
    return isJsonList(value) ? value : [value];
  });
}

/** Rules that name a content type which is no longer there. */
export const groupTypeGone = defineCheck('group_type_gone', 'warning', function* (model, report) {
  for (const group of model.document.groups) {
    if (namedBy(group, 'type').some((id) => typeof id === 'string' && !model.subjectById.has(id))) {
      yield report({ kind: 'group', id: group.id }, { label: group.label });
    }
  }
});

/** Rules that name a template which is no longer there. */
export const groupTemplateGone = defineCheck('group_template_gone', 'warning', function* (model, report) {
  const { contentTypes } = model.document;
  for (const group of model.document.groups) {
    const named = namedBy(group, 'template');
    if (named.some((id) => typeof id === 'string' && !typeOfTemplate(contentTypes, id))) {
      yield report({ kind: 'group', id: group.id }, { label: group.label });
    }
  }
});
