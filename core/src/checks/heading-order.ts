import { ownerOfTemplate, templateName } from '../model/page-templates';
import { headingFindings } from '../templates/heading-order';
import { defineCheck } from './check';

/** Headings of pages that leave a level out, or of which several are the first. */
export const headingOrder = defineCheck('heading_order', 'note', function* (model, report, { templates }) {
  for (const [id, template] of templates) {
    const type = ownerOfTemplate(model.document, id);
    if (!type) continue;
    for (const { block, message } of headingFindings(template))
      yield report({ kind: 'template', id, block }, { page: templateName(type, id), message });
  }
});
