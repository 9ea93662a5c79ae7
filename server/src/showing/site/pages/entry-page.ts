import { PROGRAMS, VISITORS } from '@tovlet/core/access/audience';
import { pageAddress, searchAddress } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import { LiquidError } from 'liquidjs';
import type { DeliveredEntry } from '../../../delivery/delivered';
import { findEntry } from '../../../delivery/find';
import { EntryPresenter } from '../../../delivery/presenter';
import { ProblemException } from '../../../http/problem';
import { log } from '../../../log';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { SandboxFaulty, SandboxStopped } from '../../../sandbox/failures';
import { renderPage, templateFor, type PageSource } from '../../render';
import { movedFrom } from '../moved';
import { notFoundPage } from './not-found-page';
import { pageWith, partsOfPage, unlisted, type PageContext } from './page-context';
import { redirectTo } from './redirect';
import { searchPage } from './search-page';
import type { Parameters } from '../lists/found-list';

/**
 * The page of the entry that a slug names.
 * @param parameters as they stand in the address: no entry minds them, but what stands where none is may
 */
export async function entryPage(
  context: PageContext,
  type: CompiledType,
  slug: string,
  parameters: Parameters,
): Promise<MadeAnswer> {
  const { database } = context.services;
  const record = await findEntry(database, type.contentType.id, slug, PROGRAMS);
  if (record?.slug === slug) return pageOfEntry(context, type, record);
  const moved = await movedFrom(database, type.contentType.id, slug);
  if (moved !== null) return redirectTo(pageAddress(type.contentType, moved));
  // An entry that had the address of the search before the site searched keeps it.
  if (pageAddress(type.contentType, slug) === searchAddress) return searchPage(context, parameters);
  return notFoundPage(context, partsOfPage({ type }, context));
}

/** Whether a page may be another one at every moment: Liquid written by hand asks for the time, or a list for today. */
const asksTime = ({ write, liquid, movesOn }: PageSource): boolean =>
  movesOn || (write === null && /\b(?:now|today)\b/.test(liquid));

/** The page of a published entry, by its template. */
export async function pageOfEntry(
  context: PageContext,
  type: CompiledType,
  record: DeliveredEntry,
): Promise<MadeAnswer> {
  const { services, model } = context;
  const template = templateOf(type.contentType, record.templateId);
  const source = await templateFor(services, type, template, model);
  const presenter = new EntryPresenter(services.database, model, VISITORS);
  try {
    const [presented] = await presenter.present(type, [record], source.plan);
    if (!presented) return notFoundPage(context, 'everything');
    const parts = presenter.leadsAnywhere ? 'everything' : partsOfPage({ type, plan: source.plan }, context);
    const { html } = await renderPage(services, context.site, type, presented, source);
    return { text: html, parts, mime: 'text/html', lasting: !asksTime(source) };
  } catch (error) {
    const failed =
      error instanceof SandboxFaulty ||
      error instanceof SandboxStopped ||
      (error instanceof ProblemException && error.kind === 'invalid_query');
    if (!failed && !(error instanceof LiquidError)) throw error;
    // Whoever asks learns that this is not the page: what is kept of it, or listed by a search, is not this answer.
    log.error({ error, type: type.contentType.key, slug: record.slug }, 'A template failed');
    return failedPage(context, record);
  }
}

function failedPage(context: PageContext, { title }: DeliveredEntry): MadeAnswer {
  const body = `<h1>${escapeHtml(title)}</h1>\n<p class="empty">${escapeHtml(context.words.failed)}</p>\n`;
  return {
    ...pageWith(context, unlisted(title), body, 'everything'),
    lasting: false,
    status: 503,
    headers: { 'retry-after': '60', 'cache-control': 'no-store' },
  };
}
