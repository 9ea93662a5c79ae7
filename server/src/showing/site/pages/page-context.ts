import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import type { SiteWords } from '@tovlet/core/lists/words/site-words';
import { siteWords } from '@tovlet/core/lists/words/index';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { plainHead, type PageHead } from '@tovlet/core/templates/head/page-head';
import { partsOf, type AnswerReads } from '../../../delivery/parts';
import type { ContentParts } from '../../../revisions/content';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import type { Services } from '../../../services';
import { settingsOf } from '../../../settings/queries';
import { layout } from '../../layout';

/** What every page needs. */
export interface PageContext {
  readonly services: Services;
  readonly model: CompiledModel;
  /** What is set for all pages. */
  readonly site: SettingsAnswer;
  /** What the site itself says, in its language. */
  readonly words: SiteWords;
}

/** Reads what every page needs. */
export async function pageContext(services: Services, model: CompiledModel): Promise<PageContext> {
  const site = await settingsOf(services.database);
  return { services, model, site, words: siteWords(site.language) };
}

/**
 * Puts a page into the frame of the site.
 * @param context the site
 * @param head what the page tells of itself
 * @param content HTML that is safe already
 * @param parts what it is made of
 */
export const pageWith = (
  context: PageContext,
  head: PageHead,
  content: string,
  parts: ContentParts,
): MadeAnswer => ({
  text: layout(context.model, context.site, head, content),
  parts,
  mime: 'text/html',
  lasting: true,
});

/** What the page of an entry, or of a list, is made of: the frame says the site's name, and templates say what stands on it. */
export const partsOfPage = (reads: AnswerReads, { model }: PageContext): ContentParts =>
  new Set([...partsOf(reads, model), 'settings', 'templates']);

/** The head of what is no page to be found. */
export const unlisted = (title: string): PageHead => ({ ...plainHead(title), hidden: true });
