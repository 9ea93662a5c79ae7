import { isJsonObject, type JsonObject } from '../../json';
import { siteWords } from '../../lists/words';
import type { SiteWords } from '../../lists/words/site-words';

/** A place of the site that links lead to. */
export interface SitePlace {
  readonly label: string;
  readonly url: string;
}

/** What a page may know of the site around it, as it stands in what templates can name. */
export interface SiteFacts {
  readonly name: string;
  readonly language: string;
  /** The page that searches the site. */
  readonly search: string;
  /** What leads to the page from the start: the list that it stands in. */
  readonly above: readonly SitePlace[];
}

/** Writes them as JSON. */
export const siteJson = ({ name, language, search, above }: SiteFacts): JsonObject => ({
  name,
  language,
  search,
  above: above.map(({ label, url }) => ({ label, url })),
});

/** Reads a text of something presented; empty where there is none. */
export function textAt(thing: unknown, key: string): string {
  const value = isJsonObject(thing) ? thing[key] : '';
  return typeof value === 'string' ? value : '';
}

/** What the site itself says, in its language. */
export const wordsOf = (site: unknown): SiteWords => siteWords(textAt(site, 'language'));

/** Reads the places in a list: of the site, or things that have a name and a page. */
export const placesIn = (list: unknown): readonly SitePlace[] =>
  (Array.isArray(list) ? list : []).flatMap((each: unknown): readonly SitePlace[] => {
    const label = textAt(each, 'label') || textAt(each, 'title');
    return label === '' ? [] : [{ label, url: textAt(each, 'url') }];
  });
