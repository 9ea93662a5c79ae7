import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { LiquidError } from 'liquidjs';
import type { PresentedThing } from '../../../delivery/presenter';
import { ProblemException } from '../../../http/problem';
import { log } from '../../../log';
import type { ContentParts } from '../../../revisions/content';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { SandboxFaulty, SandboxStopped } from '../../../sandbox/failures';
import { renderPage, type PageSource } from '../../render';
import { notFoundPage } from './not-found-page';
import { pageWith, unlisted, type PageContext } from './page-context';

/** Whether a page may be another one at every moment: Liquid written by hand asks for the time, or a list for today. */
const asksTime = ({ write, liquid, movesOn }: PageSource): boolean =>
  movesOn || (write === null && /\b(?:now|today)\b/.test(liquid));

/** What a page is about, and what it is made of. */
export interface PageSubject {
  readonly type: CompiledType;
  readonly presented: PresentedThing;
  readonly parts: ContentParts;
}

/**
 * Makes a page by a template.
 * @param name what the page is about, for when the template fails
 * @param read reads what the page is about; null where it is gone
 * @returns the page; where its template fails, a page that says so and is kept by nobody
 */
export async function pageByTemplate(
  context: PageContext,
  name: string,
  source: PageSource,
  read: () => Promise<PageSubject | null>,
): Promise<MadeAnswer> {
  try {
    const subject = await read();
    if (!subject) return notFoundPage(context, 'everything');
    const { type, presented, parts } = subject;
    const { html } = await renderPage(context.services, context.site, type, presented, source);
    return { text: html, parts, mime: 'text/html', lasting: !asksTime(source) };
  } catch (error) {
    const failed =
      error instanceof SandboxFaulty ||
      error instanceof SandboxStopped ||
      (error instanceof ProblemException && error.kind === 'invalid_query');
    if (!failed && !(error instanceof LiquidError)) throw error;
    // Whoever asks learns that this is not the page: what is kept of it, or listed by a search, is not this answer.
    log.error({ error, page: name }, 'A template failed');
    return failedPage(context, name);
  }
}

function failedPage(context: PageContext, name: string): MadeAnswer {
  const body = `<h1>${escapeHtml(name)}</h1>\n<p class="empty">${escapeHtml(context.words.failed)}</p>\n`;
  return {
    ...pageWith(context, unlisted(name), body, 'everything'),
    lasting: false,
    status: 503,
    headers: { 'retry-after': '60', 'cache-control': 'no-store' },
  };
}
