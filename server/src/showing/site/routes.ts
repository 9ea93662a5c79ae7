import { log } from '../../log';
import { VISITORS } from '@tovlet/core/access/audience';
import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import { Hono, type Context } from 'hono';
import { LiquidError } from 'liquidjs';
import { firstEntries } from '@tovlet/core/delivery/query';
import { findEntries, findEntry, publishedById } from '../../delivery/find';
import { EntryPresenter } from '../../delivery/presenter';
import { ProblemException } from '../../http/problem';
import { settingsOf } from '../../settings/queries';
import { SandboxFaulty, SandboxStopped } from '../../sandbox/failures';
import type { Database } from '../../db/connect';
import type { Services } from '../../services';
import { listAddress, pageAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { hasListPage, layout } from '../layout';
import { renderPage, templateFor } from '../render';
import { siteStyle } from '../style';

const PAGE_SIZE = 100;

/** Finds the type and slug that a path of the site belongs to; the slug is empty for the type's list. */
function matchPath(model: CompiledModel, path: string): { type: CompiledType; slug: string } | null {
  for (const type of model.types) {
    const prefix = listAddress(type.contentType);
    const rest = path.startsWith(prefix) ? path.slice(prefix.length) : null;
    if (rest !== null && rest !== '' && !rest.includes('/')) return { type, slug: rest };
    if ((rest === '' || path === prefix.slice(0, -1)) && prefix !== `${SITE_ROOT}/`)
      return { type, slug: '' };
  }
  return null;
}

async function listPage(
  { database, models }: Services,
  type: CompiledType,
  after: string | null,
): Promise<string> {
  const { model } = await models.current();
  const { plural } = type.contentType;
  const page = await findEntries(database, type, firstEntries(PAGE_SIZE, after));
  const items = page.records.map(
    (record) =>
      `<li><a href="${pageAddress(type.contentType, record.slug)}">${escapeHtml(record.title)}</a></li>`,
  );
  const next = page.hasNext
    ? `<p><a href="?after=${page.cursors.at(-1)}">More ${escapeHtml(plural.toLowerCase())}</a></p>`
    : '';
  const body =
    items.length > 0
      ? `<ul class="entries">${items.join('\n')}</ul>${next}`
      : '<p class="empty">Nothing is published yet.</p>';
  return layout(model, await settingsOf(database), plural, `<h1>${escapeHtml(plural)}</h1>\n${body}\n`);
}

/** So many entries of each type stand on the index. */
const INDEX_SIZE = 12;

/** The entries of a type as the index names them; empty where none is published. */
async function indexPart(database: Database, type: CompiledType): Promise<string> {
  const { records, hasNext } = await findEntries(database, type, firstEntries(INDEX_SIZE));
  if (records.length === 0) return '';
  const { contentType } = type;
  const plural = escapeHtml(contentType.plural);
  const all = listAddress(contentType);
  const heading = hasListPage(type) ? `<a href="${all}">${plural}</a>` : plural;
  const items = records.map(
    ({ slug, title }) => `<li><a href="${pageAddress(contentType, slug)}">${escapeHtml(title)}</a></li>`,
  );
  const more =
    hasNext && hasListPage(type) ? `<p><a href="${all}">All ${plural.toLowerCase()}</a></p>\n` : '';
  return `<h2>${heading}</h2>\n<ul class="entries">${items.join('\n')}</ul>\n${more}`;
}

/** A plain index of what is published: it stands where no start page is chosen. */
async function indexPage({ database, models }: Services): Promise<string> {
  const { model } = await models.current();
  const site = await settingsOf(database);
  const parts: string[] = [];
  for (const type of model.types.filter(({ contentType }) => contentType.features.page))
    parts.push(await indexPart(database, type));
  const body = parts.join('') || '<p class="empty">Nothing is published yet.</p>\n';
  return layout(model, site, site.name, `<h1>${escapeHtml(site.name)}</h1>\n${body}`);
}

/** The first page of the site: the chosen entry's where it is published, else the index. */
async function startPage(context: Context, services: Services): Promise<Response> {
  const { database, models } = services;
  const { startPage: id } = await settingsOf(database);
  const { model } = await models.current();
  const found = id === null ? undefined : await publishedById(database, id);
  const type = found && model.typeById.get(found.typeId);
  if (!found || !type?.contentType.features.page) return context.html(await indexPage(services));
  return entryPage(context, services, type, found.slug);
}

async function notFound(context: Context, { database, models }: Services): Promise<Response> {
  const { model } = await models.current();
  const body = '<h1>Not found</h1>\n<p>There is no page at this address.</p>\n';
  return context.html(layout(model, await settingsOf(database), 'Not found', body), 404);
}

async function entryPage(
  context: Context,
  services: Services,
  type: CompiledType,
  slug: string,
): Promise<Response> {
  const { database, models } = services;
  const { model } = await models.current();
  const record = await findEntry(database, type.contentType.id, slug);
  if (record?.slug !== slug) return notFound(context, services);
  const template = templateOf(type.contentType, record.templateId);
  const source = await templateFor(services, type, template, model);
  try {
    const presenter = new EntryPresenter(database, model, VISITORS);
    const [presented] = await presenter.present(type, [record], source.plan);
    if (!presented) return notFound(context, services);
    return context.html(await renderPage(services, type, presented, source));
  } catch (error) {
    const failed =
      error instanceof SandboxFaulty ||
      error instanceof SandboxStopped ||
      (error instanceof ProblemException && error.kind === 'invalid_query');
    if (!failed && !(error instanceof LiquidError)) throw error;
    // Whoever asks learns that this is not the page: what is kept of it, or listed by a search, is not this answer.
    log.error({ error, type: type.contentType.key, slug }, 'A template failed');
    const body = `<h1>${escapeHtml(record.title)}</h1>\n<p class="empty">This page cannot be shown at the moment.</p>\n`;
    const page = layout(model, await settingsOf(database), record.title, body);
    return context.html(page, 503, { 'retry-after': '60', 'cache-control': 'no-store' });
  }
}

/** The public site: published entries through their templates. */
export function siteRoutes(services: Services): Hono {
  return new Hono()
    .get('/style.css', (context) =>
      context.body(siteStyle, 200, {
        'content-type': 'text/css; charset=utf-8',
        'cache-control': 'public, max-age=300',
      }),
    )
    .get('/*', async (context) => {
      // Mounted below the root of the site, a route for `/` would stand for the address without the slash at its end.
      if (context.req.path === `${SITE_ROOT}/`) return startPage(context, services);
      const { model } = await services.models.current();
      const match = matchPath(model, decodeURI(context.req.path));
      if (!match?.type.contentType.features.page) return notFound(context, services);
      if (match.slug !== '') return entryPage(context, services, match.type, match.slug);
      return context.html(await listPage(services, match.type, context.req.query('after') ?? null));
    });
}
