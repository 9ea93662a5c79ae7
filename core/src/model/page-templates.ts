import { say } from '../locale/say';
import type { ContentType, ModelDocument, PageTemplate } from './document';
import { termSubject } from './subjects';

/**
 * Lists the templates that pages of a type can have: its standard one, whose id is that of the type, and those of the
 * type's own.
 * @example pageTemplates(hut).map(({ label }) => label) // => ['Standard', 'Without pictures']
 */
export function pageTemplates({
  id,
  templates,
}: Pick<ContentType, 'id' | 'templates'>): readonly PageTemplate[] {
  return [{ id, label: say`Standard` }, ...templates];
}

/**
 * Finds the template of an entry's page.
 * @param chosen the id that the entry has stored, or null
 * @returns the chosen template's id; the standard one's where none is chosen, or the chosen one was removed
 */
export function templateOf(type: ContentType, chosen: string | null): string {
  return type.templates.find(({ id }) => id === chosen)?.id ?? type.id;
}

/** Finds the type that a template belongs to. */
export function typeOfTemplate(types: readonly ContentType[], templateId: string): ContentType | undefined {
  return types.find((type) => pageTemplates(type).some(({ id }) => id === templateId));
}

/**
 * Finds what a template shows the pages of: a type, or what stands for the terms of a taxonomy.
 * @example ownerOfTemplate(document, 'y_area')?.plural // => 'Areas'
 */
export function ownerOfTemplate(document: ModelDocument, templateId: string): ContentType | undefined {
  const taxonomy = document.taxonomies.find(({ id }) => id === templateId);
  return taxonomy ? termSubject(taxonomy) : typeOfTemplate(document.contentTypes, templateId);
}

/**
 * Names a template as people speak of it.
 * @example templateName(hut, 't_hut') // => 'Hut page'
 * @example templateName(hut, 'x_1') // => 'Hut page “Without pictures”'
 * @example templateName(page, 't_page') // => 'Page'
 */
export function templateName(type: ContentType, templateId: string): string {
  const own = type.templates.find(({ id }) => id === templateId);
  const page = type.singular.toLowerCase() === 'page' ? type.singular : say`${type.singular} page`;
  return own ? `${page} “${own.label}”` : page;
}
