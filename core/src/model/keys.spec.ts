import fc from 'fast-check';
import { KEY_PATTERN, keyFromLabel, keyProblem, pluralOf, SLUG_PATTERN, slugFromTitle } from './keys';

describe('keys', () => {
  it('are transliterated from labels', () => {
    expect(keyFromLabel('Höhe über Größe (m)')).toBe('hohe_uber_grosse_m');
    expect(keyFromLabel('2nd floor')).toBe('nd_floor');
    expect(keyFromLabel('山小屋')).toBe('field');
  });

  it('avoid the keys of siblings and names every entry has', () => {
    expect(keyFromLabel('Altitude', ['altitude', 'altitude_2'])).toBe('altitude_3');
    expect(keyFromLabel('Title')).toBe('title_2');
  });

  it('are valid and new for any label and any siblings', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 120 }), fc.array(fc.string()), (label, others) => {
        const taken = [...others, keyFromLabel(label)];
        const key = keyFromLabel(label, taken);
        expect(key).toMatch(KEY_PATTERN);
        expect(keyProblem(key)).toBeNull();
        expect(taken).not.toContain(key);
      }),
    );
  });

  it('say what is wrong with them', () => {
    expect(keyProblem('Altitude')).toContain('starts with a letter');
    expect(keyProblem('a-b')).toContain('lower-case');
    expect(keyProblem('a'.repeat(64))).toContain('63');
    expect(keyProblem('slug')).toContain('already');
  });
});

describe('slugs', () => {
  it('are valid for any title', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (title) =>
        expect(slugFromTitle(title)).toMatch(SLUG_PATTERN),
      ),
    );
    expect(slugFromTitle("Kärn's Hut", ['karns-hut'])).toBe('karns-hut-2');
  });
});

describe('plurals', () => {
  it('follow the rules of English', () => {
    expect(['Hut', 'Category', 'Bus', 'Day', 'Person'].map(pluralOf)).toEqual([
      'Huts',
      'Categories',
      'Buses',
      'Days',
      'People',
    ]);
  });

  it('are made of words that every object knows as of any other', () => {
    expect(['Constructor', 'valueOf'].map(pluralOf)).toEqual(['Constructors', 'valueOfs']);
  });
});
