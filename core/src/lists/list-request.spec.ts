import { compileModel } from '../model/compile';
import { listedDocument, listedModel } from '../testing/listed-model';
import { typeOf } from '../testing/model';
import { conditionOf } from './list-condition';
import {
  addressOf,
  isNarrowed,
  readListRequest,
  WHOLE_LIST,
  withKnownValues,
  withoutEnds,
  withoutValue,
} from './list-request';
import { isOwnValue, offeredFacets } from './offered-facet';

describe('what a visitor asks of a list', () => {
  const type = typeOf(listedModel);
  const facets = offeredFacets(listedModel, type);
  const read = (query: string) => readListRequest(facets, new URLSearchParams(query));
  const again = (query: string): string => addressOf('/site/huts/', read(query));

  it('is narrowed by what is filterable and everybody sees', () => {
    expect(facets.map(({ parameter }) => parameter)).toEqual([
      'story',
      'length',
      'climb',
      'opened',
      'seen',
      'difficulty',
      'closed',
      'areas',
    ]);
    const hidden = {
      ...listedDocument,
      groups: listedDocument.groups.map((group) => ({
        ...group,
        fields: group.fields.map((each) =>
          each.key === 'length'
            ? { ...each, editors: 'nothing' as const }
            : each.key === 'climb'
              ? { ...each, inApi: false }
              : each.key === 'opened'
                ? { ...each, key: 'page' }
                : each,
        ),
      })),
    };
    const other = compileModel(hidden);
    const names = offeredFacets(other, typeOf(other)).map(({ parameter }) => parameter);
    expect(names).not.toContain('length');
    expect(names).not.toContain('climb');
    // A field may be called as what the list itself is asked by.
    expect(names).toContain('page-value');
  });

  it('stands in an address that says the same again', () => {
    const query = 'q=old+pass&difficulty=easy&difficulty=hard&length-from=3.5&sort=-length&page=2';
    expect(again(query)).toBe(`/site/huts/?${query}`);
    expect(again('')).toBe('/site/huts/');
    expect(isNarrowed(read('sort=length&page=3'))).toBeFalse();
    expect(isNarrowed(read('closed=true'))).toBeTrue();
  });

  it('minds nothing that does not fit', () => {
    for (const query of [
      'utm_source=x',
      'length-from=long',
      'length-to=Infinity',
      'page=0',
      'page=-2',
      'page=1.5',
      'page=x',
      'difficulty=',
      `q=${'a'.repeat(300)}`,
      '__proto__=1',
    ])
      expect(again(query)).withContext(query).toBe('/site/huts/');
    expect(again('difficulty=easy&difficulty=easy')).toBe('/site/huts/?difficulty=easy');
  });

  it('gives up one thing at a time, and begins at the first page again', () => {
    const request = read('difficulty=easy&difficulty=hard&length-from=3&page=4');
    expect(addressOf('/r/', withoutValue(request, 'difficulty', 'easy'))).toBe(
      '/r/?difficulty=hard&length-from=3',
    );
    expect(addressOf('/r/', withoutEnds(request, 'length'))).toBe('/r/?difficulty=easy&difficulty=hard');
    expect(addressOf('/r/', { ...WHOLE_LIST, page: 3 })).toBe('/r/?page=3');
  });

  it('leaves out values that stand for nothing', () => {
    const known = withKnownValues(read('difficulty=easy&difficulty=soft&closed=perhaps'), facets, isOwnValue);
    expect(addressOf('/r/', known)).toBe('/r/?difficulty=easy');
    expect(isNarrowed(withKnownValues(read('difficulty=soft'), facets, isOwnValue))).toBeFalse();
  });

  describe('as a condition', () => {
    const stored = (query: string) =>
      conditionOf(facets, read(query), (_facet, word) => (word === 'gone' ? undefined : word));
    const asked = (query: string): readonly unknown[] => {
      const condition = stored(query);
      return condition && 'conditions' in condition
        ? condition.conditions.map((part) =>
            'operator' in part ? [part.operator, part.value ?? null] : part.kind,
          )
        : [];
    };

    it('asks for one of several values, and for what lies between two ends', () => {
      expect(asked('difficulty=easy')).toEqual([['is', 'easy']]);
      expect(asked('difficulty=easy&difficulty=hard')).toEqual([['is_one_of', ['easy', 'hard']]]);
      expect(asked('length-from=3&length-to=8.5')).toEqual([
        ['greater_or_equal', 3],
        ['less_or_equal', 8.5],
      ]);
      expect(asked('closed=true')).toEqual([['is_on', null]]);
    });

    it('asks for nothing where a switch may be either, or a value is not there', () => {
      expect(stored('closed=true&closed=false')).toBeNull();
      expect(stored('story=gone')).toBeNull();
    });

    it('takes days from an open end', () => {
      expect(asked('opened-from=1900-01-01&opened-to=1900-02-30')).toEqual([
        ['between', ['1900-01-01', '9999-12-31']],
      ]);
    });
  });
});
