import { createHash } from 'node:crypto';
import { SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';

/** How the blocks of a template look, where that is not as they do anyhow. */
export interface TemplateSheet {
  readonly css: string;
  /** The template it is the sheet of; null before that is saved. */
  readonly template: string | null;
}

/** Tells the sheets of a template from each other. */
export const sheetVersion = (css: string): string =>
  createHash('sha256').update(css).digest('hex').slice(0, 12);

/**
 * Writes the style sheet of a template into the head of a page: its address, which is another one for each sheet, so that it is
 * kept for good. A template that is only tried has none yet and brings its sheet along.
 * @returns HTML; empty where blocks look as they do anyhow
 */
export function sheetMarkup({ css, template }: TemplateSheet): string {
  if (css === '') return '';
  // Nothing in it was written by hand, so that nothing in it ends the element.
  if (template === null) return `<style>\n${css}</style>\n`;
  const address = `${SITE_ROOT}/template.css?of=${encodeURIComponent(template)}&sheet=${sheetVersion(css)}`;
  return `<link rel="stylesheet" href="${escapeHtml(address)}">\n`;
}
