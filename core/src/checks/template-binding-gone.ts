import { checkTemplate } from '../templates/check';
import { defineCheck } from './check';

/** Blocks that show a field which was removed, or which cannot be seen from where they stand. */
export const templateBindingGone = defineCheck(
  'template_binding_gone',
  'warning',
  function* (model, report, { templates }) {
    for (const [typeId, template] of templates) {
      const type = model.typeById.get(typeId);
      if (!type) continue;
      for (const { block, message } of checkTemplate(template, type, model)) {
        yield report({ kind: 'template', id: typeId, block }, { page: type.contentType.singular, message });
      }
    }
  },
);
