/** The languages in which the workbench speaks, by what they are called in themselves. */
export const languageNames = { en: 'English', de: 'Deutsch' } as const;

export type Language = keyof typeof languageNames;
export const languages: readonly ['en', 'de'] = ['en', 'de'];

/**
 * The language of the workbench that goes with what somebody reads.
 * @param tag as BCP 47 writes languages; anything else counts as English
 * @example languageFor('de-CH') // => 'de'
 */
export const languageFor = (tag: string): Language =>
  languages.find((language) => new RegExp(`^${language}(?:-|$)`, 'i').test(tag)) ?? 'en';
