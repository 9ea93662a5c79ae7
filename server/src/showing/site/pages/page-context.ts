import type { SiteWords } from '@tovlet/core/lists/words/site-words';
import type { Frame } from '@tovlet/core/site/frame';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { plainHead, type PageHead } from '@tovlet/core/templates/head/page-head';
import { partsOf, type AnswerReads } from '../../../delivery/parts';
import type { ContentPart, ContentParts } from '../../../revisions/content';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import type { Services } from '../../../services';
import { layout } from '../../layout';
import { siteOf, type Site } from '../../site-of';

/** What every page needs. */
export interface PageContext {
  readonly services: Services;
  readonly model: CompiledModel;
  /** What all pages have in common. */
  readonly site: Site;
  /** What the site itself says, in its language. */
  readonly words: SiteWords;
}

/**
 * Reads what every page needs.
 * @param unsaved a frame that is looked at before it is saved
 */
export async function pageContext(
  services: Services,
  model: CompiledModel,
  unsaved?: Frame,
): Promise<PageContext> {
  const site = await siteOf(services.database, model, unsaved);
  return { services, model, site, words: site.words };
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
  text: layout(context.site, head, content),
  parts,
  mime: 'text/html',
  lasting: true,
});

/** What the frame of a page is made of beside the model. */
export const partsOfFrame = ({ site }: PageContext): ReadonlySet<ContentPart> =>
  new Set<ContentPart>(['settings', ...site.frame.parts]);

/** What the page of an entry, or of a list, is made of: its frame, and what templates say stands on it. */
export const partsOfPage = (reads: AnswerReads, context: PageContext): ContentParts =>
  new Set([...partsOf(reads, context.model), ...partsOfFrame(context), 'templates']);

/** The head of what is no page to be found. */
export const unlisted = (title: string): PageHead => ({ ...plainHead(title), hidden: true });
