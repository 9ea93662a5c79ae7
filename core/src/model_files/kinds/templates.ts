import { ownerOfTemplate } from '../../model/page-templates';
import { filedTemplateSchema, type FiledTemplate, type ModelState } from '../model-state';
import { fileKind } from './file-kind';

/** That of a type is called as the type; one beside it has its id behind. */
function stem({ id }: FiledTemplate, { document }: ModelState): string {
  const owner = ownerOfTemplate(document, id);
  if (!owner) return id;
  // Keys have no dash: no type is called so.
  if (document.taxonomies.some((taxonomy) => taxonomy.id === id)) return `terms-${owner.key}`;
  return owner.id === id ? owner.key : `${owner.key}-${id}`;
}

/** Templates that were saved; those that follow the page order have no file. */
export const templates = fileKind({
  folder: 'templates',
  noun: 'template',
  schema: filedTemplateSchema,
  of: ({ templates: saved }) => saved,
  stem,
  toFile: ({ id, content: { liquid, ...content } }: FiledTemplate) => ({
    id,
    ...content,
    ...(liquid === '' ? {} : { liquid: liquid.split('\n') }),
  }),
  fromFile: ({ id, liquid, ...content }): FiledTemplate => ({
    id,
    content: { ...content, liquid: typeof liquid === 'string' ? liquid : liquid.join('\n') },
  }),
});
