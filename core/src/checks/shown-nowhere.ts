import { inSentence, say } from '../locale/say';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { putOnPage } from '../templates/put-on-page';
import { defineCheck, type CheckFinding } from './check';
import type { SavedTemplates } from '../uses/uses';

/** The one action that puts a value on the page of a type: into its template, or into its page order. */
function fixFor(
  model: CompiledModel,
  type: CompiledType,
  id: string,
  templates: SavedTemplates,
): CheckFinding['fix'] {
  const field = model.fields.get(id);
  const { contentType } = type;
  const template = templates.get(contentType.id);
  if (!field || template?.mode === 'liquid') return null;
  const label = say`Put it on the ${inSentence(contentType.singular)} page`;
  if (template) {
    return { label, changes: [], template: { id: contentType.id, content: putOnPage(template, field) } };
  }
  const pageOrder = contentType.pageOrder.map((item) =>
    item.field === id ? { ...item, shown: true } : item,
  );
  return {
    label,
    changes: [{ kind: 'set_content_type', contentType: contentType.id, patch: { pageOrder } }],
  };
}

const withDescendants = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.children.flatMap(withDescendants),
];

/** Fields that editors fill and no page shows; one that is kept out of the API too is meant to stay inside, as a
 * secret is. */
export const shownNowhere = defineCheck(
  'shown_nowhere',
  'note',
  function* (model, report, { uses, templates }) {
    for (const each of model.fields.values()) {
      const { id, label, field, ancestors, groupId, type: fieldType } = each;
      if (fieldType.valueless || fieldType.confidential) continue;
      const types = model.types.filter(({ groups }) => groups.some(({ group }) => group.id === groupId));
      const [type] = types;
      if (!type || !field.active || !field.inApi || ancestors.length > 0) continue;
      if (withDescendants(each).some((one) => uses.get(one.id)?.some(({ shows }) => shows))) continue;
      const pages = types.map(({ contentType }) => inSentence(contentType.singular)).join(' or ');
      yield report({ kind: 'field', id }, { label, pages }, fixFor(model, type, id, templates));
    }
  },
);
