import type { Language } from '../../locale/languages';
import type { Catalogue } from '../../locale/say';

/** The texts of each language, loaded for those who read it. English stands in the code. */
const catalogues: Readonly<Record<Exclude<Language, 'en'>, () => Promise<Readonly<Record<string, string>>>>> =
  {
    de: async () => (await import('./de')).de,
  };

/**
 * Loads the texts of a language.
 * @returns null for English
 * @example useCatalogue(await catalogueOf('de'))
 */
export async function catalogueOf(language: Language): Promise<Catalogue | null> {
  return language === 'en' ? null : new Map(Object.entries(await catalogues[language]()));
}
