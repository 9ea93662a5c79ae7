import { checkTemplate } from '../templates/check';
import { ownerOfTemplate, templateName } from '../model/page-templates';
import { defineCheck } from './check';

/** Blocks that show a field which was removed, or which cannot be seen from where they stand. */
export const templateBindingGone = defineCheck(
  'template_binding_gone',
  'warning',
  function* (model, report, { templates }) {
    for (const [id, template] of templates) {
      const contentType = ownerOfTemplate(model.document, id);
      const type = contentType && model.subjectById.get(contentType.id);
      if (!type) continue;
      for (const { block, message } of checkTemplate(template, type, model)) {
        yield report({ kind: 'template', id, block }, { page: templateName(type.contentType, id), message });
      }
    }
  },
);
