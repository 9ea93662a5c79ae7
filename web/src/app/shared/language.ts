import { languageFor, languages, type Language } from '@tovlet/core/locale/languages';
import { inLanguage, useCatalogue } from '@tovlet/core/locale/say';
import { catalogueOf } from '@tovlet/core/messages/catalogues/load';
import { isOneOf } from './remembered';

const KEY = 'tovlet.language';
const isLanguage = isOneOf(languages);

/** The language of the workbench in this browser: as it was chosen here last, else as the browser is set. */
export function chosenLanguage(): Language {
  try {
    const stored = localStorage.getItem(KEY);
    if (isLanguage(stored)) return stored;
  } catch {
    // Without storage the browser's own language counts.
  }
  return languageFor(navigator.language);
}

/**
 * Turns to another language: every text is made anew, so the page is loaded again.
 * @returns whether it is another one
 */
export function turnTo(language: Language): boolean {
  if (language === chosenLanguage()) return false;
  try {
    localStorage.setItem(KEY, language);
  } catch {
    // What is not kept lasts no longer than the page, which would be loaded again and again.
    return false;
  }
  location.reload();
  return true;
}

/** How the reader of this workbench writes numbers and days: as the browser is set, where that is of their language. */
export const readerLocale = (): string => {
  const language = chosenLanguage();
  return languageFor(navigator.language) === language ? navigator.language : language;
};

/** Speaks a language from now on: in what the code says and in what templates say. */
export async function speak(language: Language): Promise<void> {
  document.documentElement.lang = language;
  useCatalogue(await catalogueOf(language));
  if (language !== 'en') $localize.translate = translateTemplate;
}

/** Names that Angular puts before parts of a text, between colons. */
const NAME = /^:[^:]*:/;

/** Says a text of a template; the escaped colons keep its parts from being taken for names. */
function translateTemplate(
  parts: TemplateStringsArray,
  values: readonly unknown[],
): [TemplateStringsArray, readonly unknown[]] {
  const plain = parts.map((part, at) => (parts.raw[at]?.startsWith(':') ? part.replace(NAME, '') : part));
  const said = inLanguage(plain, values);
  const raw = said.parts.map((part) => (part.startsWith(':') ? `\\${part}` : part));
  return [Object.assign([...said.parts], { raw }), said.values];
}
