import { PROGRAMS } from '@tovlet/core/access/audience';
import { hasListPage, listAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { firstEntries } from '@tovlet/core/queries/query';
import { plainHead } from '@tovlet/core/templates/head/page-head';
import { findEntries, publishedById } from '../../../delivery/find';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { absoluteBy } from '../../layout';
import { entryCards } from '../entry-cards';
import { pageOfEntry } from './entry-page';
import { pageWith, type PageContext } from './page-context';

/** So many entries of each type stand on the index. */
const INDEX_SIZE = 12;

/** The entries of a type as the index names them; empty where none is published. */
async function indexPart({ services, model, words }: PageContext, type: CompiledType): Promise<string> {
  const { database } = services;
  const { records, hasNext } = await findEntries(database, type, firstEntries(INDEX_SIZE), PROGRAMS);
  if (records.length === 0) return '';
  const { contentType } = type;
  const plural = escapeHtml(contentType.plural);
  const all = listAddress(contentType);
  const heading = hasListPage(contentType) ? `<a href="${all}">${plural}</a>` : plural;
  const { html } = await entryCards(database, model, type, records, { level: 3 });
  const more =
    hasNext && hasListPage(contentType)
      ? `<p><a href="${all}">${escapeHtml(words.all(contentType.plural))}</a></p>\n`
      : '';
  return `<h2>${heading}</h2>\n${html}\n${more}`;
}

/** A plain index of what is published: it stands where no start page is chosen. */
async function indexPage(context: PageContext): Promise<MadeAnswer> {
  const { model, site, words } = context;
  const parts: string[] = [];
  for (const type of model.types.filter(({ contentType }) => contentType.features.page))
    parts.push(await indexPart(context, type));
  const body = parts.join('') || `<p class="empty">${escapeHtml(words.nothingYet)}</p>\n`;
  const content = `<h1>${escapeHtml(site.name)}</h1>\n${body}`;
  const head = plainHead(site.name, absoluteBy(site)(`${SITE_ROOT}/`));
  return pageWith(context, head, content, 'everything');
}

/** The first page of the site: the chosen entry's where it is published, else the index. */
export async function startPage(context: PageContext): Promise<MadeAnswer> {
  const { services, model, site } = context;
  const found = site.startPage === null ? undefined : await publishedById(services.database, site.startPage);
  const type = found && model.typeById.get(found.typeId);
  if (!found || !type?.contentType.features.page) return indexPage(context);
  return { ...(await pageOfEntry(context, type, found)), parts: 'everything' };
}
