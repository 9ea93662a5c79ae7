import { SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';
import { addressOf, isNarrowed, WHOLE_LIST } from '@tovlet/core/lists/list-request';
import { isWorthNarrowing, listMarkup } from '@tovlet/core/lists/markup/list-markup';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { plainHead } from '@tovlet/core/templates/head/page-head';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { absoluteBy } from '../../layout';
import { entryCards } from '../entry-cards';
import { foundList, type Parameters } from '../lists/found-list';
import { pageWith, partsOfPage, type PageContext } from './page-context';

const SCRIPT = `<script src="${SITE_ROOT}/list.js" defer></script>\n`;

/**
 * The list of a type's entries, narrowed as a visitor asks.
 * @param parameters as they stand in the address
 */
export async function listPage(
  context: PageContext,
  type: CompiledType,
  parameters: Parameters,
): Promise<MadeAnswer> {
  const { services, model, site } = context;
  const { plural } = type.contentType;
  const { view, query, records, excerpts } = await foundList(context, type, parameters);
  const look = { level: 2, excerpts } as const;
  const cards = records.length > 0 ? await entryCards(services.database, model, type, records, look) : null;
  const script = isWorthNarrowing(view) ? SCRIPT : '';
  const content = `<h1>${escapeHtml(plural)}</h1>\n${listMarkup(view, cards?.html ?? '')}${script}`;
  const { condition, sort, words } = query;
  const parts = cards?.leadsAnywhere ? 'everything' : partsOfPage({ type, condition, sort, words }, context);
  const { request, address: list } = view;
  const own = addressOf(list, { ...WHOLE_LIST, page: request.page });
  // Each choice makes another list of the same: search engines are told of the whole one.
  const head = { ...plainHead(plural, absoluteBy(site)(own)), list, hidden: isNarrowed(request) };
  return pageWith(context, head, content, parts);
}
