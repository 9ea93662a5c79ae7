import { said, say, useCatalogue } from '@tovlet/core/locale/say';
import { languageFor } from '@tovlet/core/locale/languages';
import { chosenLanguage, readerLocale, speak } from './language';

describe('the language of the workbench', () => {
  afterEach(async () => {
    localStorage.removeItem('tovlet.language');
    await speak('en');
  });

  it('is as it was chosen here last, else as the browser is set', () => {
    expect(chosenLanguage()).toBe(languageFor(navigator.language));
    localStorage.setItem('tovlet.language', 'de');
    expect(chosenLanguage()).toBe('de');
    localStorage.setItem('tovlet.language', 'something');
    expect(chosenLanguage()).toBe(languageFor(navigator.language));
  });

  it('goes with how numbers and days are written', () => {
    expect(readerLocale()).toBe(navigator.language);
    localStorage.setItem('tovlet.language', 'de');
    expect(readerLocale()).toBe('de');
  });

  it('is spoken by the code and by templates, with values in its own order', async () => {
    await speak('de');
    expect(document.documentElement.lang).toBe('de');
    expect(said('Number')).toBe('Zahl');
    expect(say`Remove ${'Höhe'}?`).toBe('Höhe entfernen?');
    // As Angular compiles what a template marks: names of the values stand between colons.
    expect($localize`Remove ${'Höhe'}:INTERPOLATION:`).toBe('Höhe entfernen');
    expect($localize`Merge “${'A'}:INTERPOLATION:” into “${'B'}:INTERPOLATION_1:”?`).toBe(
      '„A“ mit „B“ zusammenführen?',
    );
    expect($localize`Nobody said this`).toBe('Nobody said this');
    await speak('en');
    expect($localize`Remove ${'Höhe'}:INTERPOLATION:`).toBe('Remove Höhe');
  });

  it('keeps colons at the start of a part', () => {
    useCatalogue(new Map([['{0} says {1}', '{0}: {1}']]));
    $localize.translate = undefined;
    expect($localize`${'A'}:ONE: says ${'B'}:TWO:`).toBe('A says B');
  });
});
