import { counted } from './counts';
import { inLanguage, inSentence, keyOf, said, say, useCatalogue } from './say';

describe('texts in the language of the reader', () => {
  const german = new Map([
    ['{0} is required.', '{0} ist erforderlich.'],
    ['{0} of {1}', '{1}, davon {0}'],
    ['Number', 'Zahl'],
    ['entry', 'Eintrag'],
    ['entries', 'Einträge'],
    [', such as {0}', ', etwa {0}'],
  ]);
  afterEach(() => useCatalogue(null));

  it('are English where no language is set', () => {
    expect(say`${'Altitude'} is required.`).toBe('Altitude is required.');
    expect(said('Number')).toBe('Number');
    expect(counted(2, 'entry', 'entries')).toBe('2 entries');
    expect(inSentence('Hut')).toBe('hut');
  });

  it('come from the catalogue, with values where the language has them', () => {
    useCatalogue(german);
    expect(say`${'Höhe'} is required.`).toBe('Höhe ist erforderlich.');
    expect(say`${1} of ${20}`).toBe('20, davon 1');
    expect(said('Number')).toBe('Zahl');
    expect([counted(1, 'entry', 'entries'), counted(2, 'entry', 'entries')]).toEqual([
      '1 Eintrag',
      '2 Einträge',
    ]);
  });

  it('stay English where the catalogue has none', () => {
    useCatalogue(german);
    expect(say`${'Höhe'} is not there.`).toBe('Höhe is not there.');
  });

  it('keep names as they are where the language writes them with a capital', () => {
    useCatalogue(german);
    expect(inSentence('Hütte')).toBe('Hütte');
    expect(inSentence(undefined)).toBeUndefined();
  });

  it('are found however a template breaks their lines, and keep the space around them', () => {
    useCatalogue(german);
    expect(keyOf(['\n   {0}'.replace('{0}', ''), ' is\n  required.'])).toBe('{0} is required.');
    expect(inLanguage([' Number\n  '], []).parts).toEqual([' Zahl\n  ']);
    expect(say`, such as ${'Vessmar'}`).toBe(', etwa Vessmar');
  });
});
