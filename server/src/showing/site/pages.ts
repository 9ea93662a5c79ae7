import { PROGRAMS, VISITORS } from '@tovlet/core/access/audience';
import { hasListPage, listAddress, pageAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { firstEntries } from '@tovlet/core/queries/query';
import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import { plainHead, type PageHead } from '@tovlet/core/templates/head/page-head';
import { LiquidError } from 'liquidjs';
import type { Database } from '../../db/connect';
import type { DeliveredEntry } from '../../delivery/delivered';
import { findEntries, findEntry, publishedById } from '../../delivery/find';
import { partsOf, type AnswerReads } from '../../delivery/parts';
import { EntryPresenter } from '../../delivery/presenter';
import { ProblemException } from '../../http/problem';
import { log } from '../../log';
import type { ContentParts } from '../../revisions/content';
import type { MadeAnswer } from '../../revisions/kept-answers';
import { SandboxFaulty, SandboxStopped } from '../../sandbox/failures';
import type { Services } from '../../services';
import { settingsOf } from '../../settings/queries';
import { absoluteBy, layout } from '../layout';
import { entryCards } from './entry-cards';
import { renderPage, templateFor, type PageSource } from '../render';
import { movedFrom, movedTo } from './moved';

const PAGE_SIZE = 100;

/** So many entries of each type stand on the index. */
const INDEX_SIZE = 12;

/** What every page needs. */
export interface PageContext {
  readonly services: Services;
  readonly model: CompiledModel;
}

const made = (text: string, parts: ContentParts): MadeAnswer => ({
  text,
  parts,
  mime: 'text/html',
  lasting: true,
});

/** What the page of an entry, or of a list, is made of: the frame says the site's name, and templates say what stands on it. */
export const partsOfPage = (reads: AnswerReads, model: CompiledModel): ContentParts =>
  new Set([...partsOf(reads, model), 'settings', 'templates']);

/** The head of what is no page to be found. */
const unlisted = (title: string): PageHead => ({ ...plainHead(title), hidden: true });

/** The list of a type's entries. */
export async function listPage(
  { services: { database }, model }: PageContext,
  type: CompiledType,
  after: string | null,
): Promise<MadeAnswer> {
  const { plural } = type.contentType;
  const page = await findEntries(database, type, firstEntries(PAGE_SIZE, after), PROGRAMS);
  const cards = await entryCards(database, model, type, page.records, 2);
  const next = page.hasNext
    ? `<p><a href="?after=${page.cursor(page.records.length - 1)}">More ${escapeHtml(plural.toLowerCase())}</a></p>`
    : '';
  const body =
    page.records.length > 0 ? `${cards.html}\n${next}` : '<p class="empty">Nothing is published yet.</p>';
  const content = `<h1>${escapeHtml(plural)}</h1>\n${body}\n`;
  const parts = cards.leadsAnywhere ? 'everything' : partsOfPage({ type }, model);
  const site = await settingsOf(database);
  const list = listAddress(type.contentType);
  const head = { ...plainHead(plural, absoluteBy(site)(list)), list };
  return made(layout(model, site, head, content), parts);
}

/** The entries of a type as the index names them; empty where none is published. */
async function indexPart(database: Database, model: CompiledModel, type: CompiledType): Promise<string> {
  const { records, hasNext } = await findEntries(database, type, firstEntries(INDEX_SIZE), PROGRAMS);
  if (records.length === 0) return '';
  const { contentType } = type;
  const plural = escapeHtml(contentType.plural);
  const all = listAddress(contentType);
  const heading = hasListPage(contentType) ? `<a href="${all}">${plural}</a>` : plural;
  const { html } = await entryCards(database, model, type, records, 3);
  const more =
    hasNext && hasListPage(contentType) ? `<p><a href="${all}">All ${plural.toLowerCase()}</a></p>\n` : '';
  return `<h2>${heading}</h2>\n${html}\n${more}`;
}

/** A plain index of what is published: it stands where no start page is chosen. */
async function indexPage({ services: { database }, model }: PageContext): Promise<MadeAnswer> {
  const site = await settingsOf(database);
  const parts: string[] = [];
  for (const type of model.types.filter(({ contentType }) => contentType.features.page))
    parts.push(await indexPart(database, model, type));
  const body = parts.join('') || '<p class="empty">Nothing is published yet.</p>\n';
  const content = `<h1>${escapeHtml(site.name)}</h1>\n${body}`;
  return made(
    layout(model, site, plainHead(site.name, absoluteBy(site)(`${SITE_ROOT}/`)), content),
    'everything',
  );
}

/** The first page of the site: the chosen entry's where it is published, else the index. */
export async function startPage(context: PageContext): Promise<MadeAnswer> {
  const { services, model } = context;
  const { startPage: id } = await settingsOf(services.database);
  const found = id === null ? undefined : await publishedById(services.database, id);
  const type = found && model.typeById.get(found.typeId);
  if (!found || !type?.contentType.features.page) return indexPage(context);
  return { ...(await pageOf(context, type, found)), parts: 'everything' };
}

/** What stands where there is no page. */
export async function notFoundPage(
  { services: { database }, model }: PageContext,
  parts: ContentParts,
): Promise<MadeAnswer> {
  const body = '<h1>Not found</h1>\n<p>There is no page at this address.</p>\n';
  return {
    ...made(layout(model, await settingsOf(database), unlisted('Not found'), body), parts),
    status: 404,
  };
}

/** The page of the entry that a slug names. */
export async function entryPage(context: PageContext, type: CompiledType, slug: string): Promise<MadeAnswer> {
  const record = await findEntry(context.services.database, type.contentType.id, slug, PROGRAMS);
  if (record?.slug === slug) return pageOf(context, type, record);
  const moved = await movedFrom(context.services.database, type.contentType.id, slug);
  if (moved !== null) return redirectTo(pageAddress(type.contentType, moved));
  return notFoundPage(context, partsOfPage({ type }, context.model));
}

/** What stands where a page was before: it is asked for anew each time, for it may move again. */
const redirectTo = (address: string): MadeAnswer => ({
  ...made('', new Set()),
  lasting: false,
  status: 301,
  headers: { location: address, 'cache-control': 'no-cache' },
});

/** What stands at an address that no type has: where its pages went, or that there are none. */
export async function elsewhere(context: PageContext, path: string): Promise<MadeAnswer> {
  const moved = await movedTo(context.services.database, context.model, path);
  return moved === null ? notFoundPage(context, FRAME) : redirectTo(moved);
}

/** What a page that is not there is made of beside the model. */
const FRAME: ContentParts = new Set(['settings']);

/** Whether Liquid written by hand may ask for the time: such a page is another one at every moment. */
const asksTime = ({ write, liquid }: PageSource): boolean =>
  write === null && /\b(?:now|today)\b/.test(liquid);

async function pageOf(context: PageContext, type: CompiledType, record: DeliveredEntry): Promise<MadeAnswer> {
  const { services, model } = context;
  const template = templateOf(type.contentType, record.templateId);
  const source = await templateFor(services, type, template, model);
  const presenter = new EntryPresenter(services.database, model, VISITORS);
  try {
    const [presented] = await presenter.present(type, [record], source.plan);
    if (!presented) return await notFoundPage(context, 'everything');
    const parts = presenter.leadsAnywhere ? 'everything' : partsOfPage({ type, plan: source.plan }, model);
    return {
      ...made((await renderPage(services, type, presented, source)).html, parts),
      lasting: !asksTime(source),
    };
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

async function failedPage({ services, model }: PageContext, { title }: DeliveredEntry): Promise<MadeAnswer> {
  const body = `<h1>${escapeHtml(title)}</h1>\n<p class="empty">This page cannot be shown at the moment.</p>\n`;
  return {
    ...made(layout(model, await settingsOf(services.database), unlisted(title), body), 'everything'),
    lasting: false,
    status: 503,
    headers: { 'retry-after': '60', 'cache-control': 'no-store' },
  };
}
