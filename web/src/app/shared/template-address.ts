import type { ContentType, ModelDocument } from '@tovlet/core/model/document';
import { ownerOfTemplate } from '@tovlet/core/model/page-templates';
import { termSubject } from '@tovlet/core/model/subjects';

/** How the templates of terms stand in addresses: keys have no dash, so that no type is called so. */
const TERMS = 'terms-';

/** The part of an address that names what templates are for: a type, or the terms of a taxonomy. */
export const templateKeyOf = ({ id, key }: ContentType, { taxonomies }: ModelDocument): string =>
  taxonomies.some((taxonomy) => taxonomy.id === id) ? TERMS + key : key;

/** Finds what such a part names. */
export function templateOwner(
  part: string | undefined,
  { contentTypes, taxonomies }: ModelDocument,
): ContentType | undefined {
  if (!part?.startsWith(TERMS)) return contentTypes.find(({ key }) => key === part);
  const taxonomy = taxonomies.find(({ key }) => key === part.slice(TERMS.length));
  return taxonomy && termSubject(taxonomy);
}

/**
 * The place of a template in the workbench.
 * @returns the parts of its address, and its id where it is not the standard one
 */
export function templatePlace(
  id: string,
  document: ModelDocument,
): { readonly commands: readonly string[]; readonly template: string | undefined } {
  const owner = ownerOfTemplate(document, id);
  return {
    commands: ['/templates', owner ? templateKeyOf(owner, document) : ''],
    template: id === owner?.id ? undefined : id,
  };
}
