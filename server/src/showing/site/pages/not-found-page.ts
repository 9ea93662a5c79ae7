import { escapeHtml } from '@tovlet/core/fields/html';
import { searchAddress } from '@tovlet/core/delivery/page-address';
import type { ContentParts } from '../../../revisions/content';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { searchBox } from '@tovlet/core/lists/markup/search-box';
import { movedTo } from '../moved';
import { pageWith, partsOfFrame, unlisted, type PageContext } from './page-context';
import { redirectTo } from './redirect';

/** What stands where there is no page: a way to look for it. */
export function notFoundPage(context: PageContext, parts: ContentParts): MadeAnswer {
  const { notFound, noPage } = context.words;
  const body = `<h1>${escapeHtml(notFound)}</h1>\n<p>${escapeHtml(noPage)}</p>\n${searchBox(context.words, searchAddress, '')}`;
  return { ...pageWith(context, unlisted(notFound), body, parts), status: 404 };
}

/** What stands at an address that no type has: where its pages went, or that there are none. */
export async function elsewhere(context: PageContext, path: string): Promise<MadeAnswer> {
  const moved = await movedTo(context.services.database, context.model, path);
  return moved === null ? notFoundPage(context, partsOfFrame(context)) : redirectTo(moved);
}
