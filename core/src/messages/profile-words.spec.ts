import type { FieldProfile } from '../profile/profile';
import { profileWords } from './profile-words';

const nothing: FieldProfile = {
  measure: 'words',
  places: 0,
  filled: 0,
  hidden: 0,
  values: 0,
  distinct: null,
  distinctMore: false,
  scale: null,
  lengths: null,
  words: [],
};
const metres = (at: number): string => `${at} m`;
const say = (given: Partial<FieldProfile>, inRows = false): readonly string[] =>
  profileWords({ ...nothing, ...given }, inRows, metres);

describe('the words of a profile', () => {
  it('say how much is filled, of entries or of rows, and what is kept hidden', () => {
    expect(say({})).toEqual(['Asked for nowhere yet']);
    expect(say({ places: 1200, filled: 204 })).toEqual(['Filled in 204 of 1,200 entries']);
    expect(say({ places: 3, filled: 0, hidden: 1 }, true)).toEqual([
      'Filled in 0 of 3 places',
      '1 more holds a value that is hidden',
    ]);
  });

  it('say between what the values lie, with their unit', () => {
    const filled = { places: 3, filled: 3, values: 3, measure: 'numbers' } as const;
    const scale = { least: 900, most: 3100, average: 2010, bars: [] };
    expect(say({ ...filled, scale, distinct: 2 }).slice(1)).toEqual([
      'Between 900 m and 3100 m, 2010 m on average',
      '2 different values',
    ]);
    const same = { least: 900, most: 900, average: 900, bars: [] };
    expect(say({ ...filled, scale: same, distinct: 1 }).slice(1)).toEqual([
      'Always 900 m',
      'The same value everywhere',
    ]);
  });

  it('say how long texts are, and whether any occurs twice', () => {
    const lengths = { least: 5, most: 42, average: 17.4 };
    expect(say({ places: 9, filled: 9, values: 9, lengths, distinct: 9 }).slice(1)).toEqual([
      'Between 5 characters and 42 characters, 17 characters on average',
      'No value occurs twice',
    ]);
    const many = { places: 20_000, filled: 20_000, values: 20_000, distinct: 10_000, distinctMore: true };
    expect(say(many)[1]).toBe('More than 10,000 different values');
  });
});
