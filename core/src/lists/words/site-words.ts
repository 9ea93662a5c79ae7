/** What the site itself says to visitors, in one language. */
export interface SiteWords {
  /** The first subtag of the language, such as `de`. */
  readonly language: string;
  readonly toContent: string;
  readonly siteMenu: string;
  readonly footerMenu: string;
  readonly search: string;
  readonly searchIn: (plural: string) => string;
  readonly narrow: string;
  readonly toList: string;
  readonly show: string;
  readonly clear: string;
  readonly remove: (what: string) => string;
  readonly chosen: string;
  readonly from: string;
  readonly upTo: string;
  /** Several ends in words, such as `from 1 000 m up to 2 000 m`; empty for an end that is not there. */
  readonly ends: (from: string, to: string) => string;
  readonly more: (amount: string) => string;
  readonly sort: string;
  readonly byTitle: string;
  readonly bestFirst: string;
  readonly newestFirst: string;
  readonly numbersFirst: readonly [string, string];
  readonly daysFirst: readonly [string, string];
  /** How many were found, such as `14 huts`. */
  readonly found: (amount: number, written: string, singular: string, plural: string) => string;
  readonly all: (plural: string) => string;
  readonly nothingYet: string;
  readonly nothingFits: (plural: string) => string;
  readonly nothingFound: (words: string) => string;
  readonly whatToSearch: string;
  readonly resultsFor: (words: string) => string;
  readonly pages: string;
  readonly page: (page: string) => string;
  readonly previous: string;
  readonly next: string;
  readonly notFound: string;
  readonly noPage: string;
  readonly failed: string;
  readonly trail: string;
  readonly start: string;
}
