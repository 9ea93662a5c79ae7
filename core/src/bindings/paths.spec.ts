import { fieldOf, hutModel, typeOf } from '../testing/model';
import { pathsFrom, resolvePath } from './paths';

const type = typeOf(hutModel);
const prices = fieldOf(hutModel, 'f_prices');

describe('paths of bindings', () => {
  it('are offered nearest first: the row, then the entry', () => {
    const inRow = pathsFrom(type, prices);
    expect(inRow.slice(0, 2).map(({ source }) => source)).toEqual(['row', 'row']);
    expect(inRow.map(({ keys }) => keys)).toContain('entry.title');
    expect(pathsFrom(type, null).every(({ source }) => source === 'entry')).toBeTrue();
  });

  it('each resolve to an expression with today’s keys', () => {
    for (const option of pathsFrom(type, prices)) {
      expect(resolvePath(option, type, prices)?.expression)
        .withContext(option.keys)
        .toBe(option.keys);
    }
  });

  it('resolve to nothing where a field is gone or out of sight', () => {
    expect(resolvePath({ source: 'entry', path: 'f_gone' }, type, null)).toBeNull();
    expect(resolvePath({ source: 'entry', path: 'f_guest' }, type, null)).toBeNull();
    expect(resolvePath({ source: 'row', path: 'f_guest' }, type, null)).toBeNull();
    expect(resolvePath({ source: 'row', path: 'f_guest' }, type, prices)?.fieldPath).toBe('prices.guest');
  });
});
