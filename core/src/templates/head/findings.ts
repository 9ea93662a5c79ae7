import { say } from '../../locale/say';
import { titleWithSite } from './head-markup';
import type { PageHead } from './page-head';

/** Room for a title and a description where search results are listed, in pixels of the usual letters. */
export const TITLE_ROOM = 580;
export const DESCRIPTION_ROOM = 960;

/** Below so many pixels a description says little. */
const DESCRIPTION_LEAST = 300;

/** How wide texts are where search results are listed. */
export interface TextWidths {
  title(text: string): number;
  description(text: string): number;
}

/**
 * Tells what may be missed, or cut off, where a page is found or shared.
 * @param site the name of the site, which follows the title
 * @returns a sentence each; none where nothing is to be said
 */
export function headFindings(head: PageHead, site: string, widths: TextWidths): readonly string[] {
  const { title, description, image, hidden } = head;
  const found: string[] = [];
  if (widths.title(titleWithSite(title, site)) > TITLE_ROOM)
    found.push(say`The title is longer than what is usually shown of it.`);
  if (description === '') found.push(say`There is no description: engines take any words of the page.`);
  else if (widths.description(description) > DESCRIPTION_ROOM)
    found.push(say`The description is longer than what is usually shown of it.`);
  else if (widths.description(description) < DESCRIPTION_LEAST)
    found.push(say`The description is short: there is room for another sentence.`);
  if (!image) found.push(say`There is no picture: a shared link shows words alone.`);
  else if (image.alt === '') found.push(say`The picture has no alternative text.`);
  if (hidden) found.push(say`Search engines are asked to leave this page out.`);
  return found;
}
