import { field, type Field } from '../model/document';
import { modelWith, typeOf } from '../testing/model';
import { isIndexed } from '../model/indexed';
import { filterPaths } from './filter';
import { filterWords, wordsFor, type FilterWord } from './filter-words';
import { DEFAULT_PAGE_SIZE, MAX_PAGE_SIZE, parseQuery } from './query';

const made = (key: string, kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({ id: `f_${key}`, key, label: `The ${key}`, kind, filterable: true, ...more });
const model = modelWith(
  made('name', 'text'),
  made('beds', 'number'),
  made('open', 'switch'),
  made('day', 'date'),
  made('warden', 'relation', { many: { min: null, max: null } }),
  made('owner', 'person'),
  made('kinds', 'several_choices', {
    settings: {
      choices: [
        { value: 'a', label: 'A' },
        { value: 'b', label: 'B' },
      ],
    },
  }),
  made('code', 'secret'),
  made('plain', 'text', { filterable: false }),
  made('column', 'text', { filterable: false, listColumn: true }),
  made('inner', 'text', { inApi: false }),
  made('story', 'rich_text', { filterable: false }),
);
const type = typeOf(model);
const paths = filterPaths(model, type);
const ask = (parameter: string, value: string) => parseQuery(model, type, [[parameter, value]]);
const problem = (parameter: string, value: string) =>
  ask(parameter, value).problems.map(({ parameter: about, message }) => `${about}: ${message}`);
const filtered = (parameter: string, value: string): unknown => {
  const { query, problems } = ask(parameter, value);
  return problems.length > 0
    ? 'refused'
    : 'conditions' in query.condition &&
        query.condition.conditions.map((each) => 'operator' in each && [each.operator, each.value]);
};

describe('what lists can be filtered by', () => {
  it('is what every entry has, and filterable fields of the API', () => {
    expect([...paths.keys()]).toEqual([
      'title',
      'slug',
      'published_at',
      'updated_at',
      'id',
      'name',
      'beds',
      'open',
      'day',
      'warden',
      'owner',
      'kinds',
    ]);
    const moments = [...paths].filter(([, { valueKind }]) => valueKind === 'moment').map(([keys]) => keys);
    expect(moments).toEqual(['published_at', 'updated_at']);
  });

  it('is what has a column of its own', () => {
    const indexed = type.fields.filter(isIndexed).map(({ key }) => key);
    expect(indexed).toContain('column');
    expect(indexed).not.toContain('plain');
  });

  it('is in groups and rows as well, by the keys that lead there', () => {
    const nested = modelWith(
      made('all', 'group', { filterable: false, fields: [made('part', 'text')] }),
      made('rows', 'repeater', {
        fields: [made('price', 'number'), made('plain', 'text', { filterable: false })],
      }),
    );
    const keys = [...filterPaths(nested, typeOf(nested)).keys()];
    expect(keys.slice(5)).toEqual(['all.part', 'rows.price']);
  });

  it('takes the operators that fit', () => {
    const of = (keys: string): readonly FilterWord[] => {
      const path = paths.get(keys);
      return path ? wordsFor(path.valueKind) : [];
    };
    const text = ['eq', 'ne', 'in', 'gt', 'gte', 'lt', 'lte', 'contains', 'starts', 'empty'] as const;
    const ordered = ['eq', 'ne', 'in', 'gt', 'gte', 'lt', 'lte', 'empty'] as const;
    expect([of('title'), of('name'), of('beds'), of('published_at')]).toEqual([
      [...text],
      [...text],
      [...ordered],
      [...ordered],
    ]);
    expect([of('open'), of('kinds')]).toEqual([
      ['eq', 'ne', 'empty'],
      ['has', 'has_any', 'empty'],
    ]);
    expect([of('warden'), of('owner')]).toEqual([
      ['has', 'has_any', 'empty'],
      ['eq', 'ne', 'in', 'empty'],
    ]);
    expect(Object.keys(filterWords).length).toBe(12);
  });
});

describe('a filter', () => {
  const cases: readonly (readonly [string, string, unknown])[] = [
    ['filter[name]', 'Larch', [['is', 'Larch']]],
    ['filter[name][in]', 'a,b', [['is_one_of', ['a', 'b']]]],
    ['filter[name][contains]', '5%', [['contains', '5%']]],
    ['filter[name][empty]', 'true', [['is_empty', null]]],
    ['filter[name][empty]', 'false', [['is_filled', null]]],
    ['filter[name][empty]', 'perhaps', 'refused'],
    ['filter[beds][gte]', ' 7 ', [['greater_or_equal', 7]]],
    ['filter[beds][gte]', '', 'refused'],
    ['filter[beds][gte]', ' ', 'refused'],
    ['filter[beds][gte]', 'Infinity', 'refused'],
    ['filter[beds][in]', '1,2', [['is_one_of', [1, 2]]]],
    ['filter[beds][in]', '1,x', 'refused'],
    ['filter[open]', 'true', [['is', true]]],
    ['filter[open]', 'false', [['is', false]]],
    ['filter[open]', '1', 'refused'],
    ['filter[day][lt]', '2026-02-28', [['less', '2026-02-28']]],
    ['filter[day][lt]', '2026-02-30', 'refused'],
    ['filter[published_at][gte]', '2026-05-31T18:30:00Z', [['greater_or_equal', '2026-05-31T18:30:00.000Z']]],
    ['filter[published_at][gte]', 'today', 'refused'],
    ['filter[title][starts]', 'La', [['starts_with', 'La']]],
    ['filter[kinds][has]', 'a', [['contains', 'a']]],
    ['filter[kinds][has_any]', 'a,b', [['contains_one_of', ['a', 'b']]]],
    ['filter[warden][has]', 'e_1', [['contains', 'e_1']]],
  ];
  for (const [parameter, value, expected] of cases)
    it(`${parameter}=${value} is read by its column`, () =>
      expect(filtered(parameter, value)).toEqual(expected));

  it('is refused with words that say what would do', () => {
    const told: readonly (readonly [string, string, string])[] = [
      ['filter[bed]', '1', 'filter[bed][eq]: There is no field “bed”. Did you mean “beds”?'],
      ['filter[zzzzzzzz]', '1', 'filter[zzzzzzzz][eq]: There is no field “zzzzzzzz”.'],
      [
        'filter[plain]',
        '1',
        'filter[plain][eq]: “plain” is not filterable. Turn on Filterable for the field The plain.',
      ],
      ['filter[inner]', '1', 'filter[inner][eq]: There is no field “inner”.'],
      ['filter[code]', '1', 'filter[code][eq]: There is no field “code”.'],
      [
        'filter[open][gt]',
        'true',
        'filter[open][gt]: “gt” does not fit open. Operators that do: eq, ne, empty.',
      ],
      ['filter[beds]', 'x', 'filter[beds][eq]: beds is compared with a number; “x” is not.'],
      ['filter[open]', 'x', 'filter[open][eq]: open is compared with true or false; “x” is not.'],
      ['filter[name][empty]', 'x', 'filter[name][empty]: name is compared with true or false; “x” is not.'],
      [
        'filter[updated_at]',
        'x',
        'filter[updated_at][eq]: updated_at is compared with a moment such as 2026-05-31T18:30:00Z; “x” is not.',
      ],
      ['filter[day]', 'x', 'filter[day][eq]: day is compared with a day such as 2026-05-31; “x” is not.'],
    ];
    for (const [parameter, value, expected] of told) {
      const [first = ''] = problem(parameter, value);
      expect(first.startsWith(expected)).withContext(first).toBeTrue();
    }
  });

  it('names up to 200 values', () => {
    const list = (count: number): string =>
      Array.from({ length: count }, (_, index) => String(index)).join(',');
    expect(problem('filter[name][in]', list(200))).toEqual([]);
    expect(problem('filter[name][in]', list(201))).toEqual([
      'filter[name][in]: A comparison names up to 200 values; these are 201.',
    ]);
  });
});

describe('an order', () => {
  it('has up to five terms', () => {
    const { query, problems } = ask('sort', 'title,-beds,,name,day,slug');
    expect([
      query.sort.map(({ path, descending }) => `${descending ? '-' : ''}${path.keys}`),
      problems,
    ]).toEqual([['title', '-beds', 'name', 'day', 'slug'], []]);
    expect(problem('sort', 'title,beds,name,day,slug,open')).toEqual([
      'sort: An order has up to 5 terms; these are 6.',
    ]);
  });

  it('is refused for what has none', () => {
    for (const key of ['kinds', 'owner'])
      expect(problem('sort', `-${key}`)).toEqual([
        `sort: Lists cannot be put in order by “${key}”: there may be several, or they have none.`,
      ]);
    expect(problem('sort', 'plain')).toEqual([
      'sort: “plain” is not filterable. Turn on Filterable for the field The plain.',
    ]);
  });
});

describe('a page and its fields', () => {
  it('has a size from one to the most', () => {
    for (const [text, size] of [
      ['1', 1],
      [String(MAX_PAGE_SIZE), MAX_PAGE_SIZE],
      ['7', 7],
    ] as const)
      expect([ask('page[size]', text).query.page.size, problem('page[size]', text)]).toEqual([size, []]);
    for (const text of ['0', String(MAX_PAGE_SIZE + 1), '1.5', '', 'x']) {
      expect(ask('page[size]', text).query.page.size).toBe(DEFAULT_PAGE_SIZE);
      expect(problem('page[size]', text)).toEqual([
        `page[size]: page[size] is a whole number from 1 to ${MAX_PAGE_SIZE}.`,
      ]);
    }
  });

  it('begins after a cursor, and at the beginning without', () => {
    expect(ask('page[after]', 'abc').query.page).toEqual({ size: 25, cursor: 'abc', backwards: false });
    expect(ask('sort', '').query.page.cursor).toBeNull();
  });

  it('ends before a cursor, but does not stand between two', () => {
    expect(ask('page[before]', 'abc').query.page).toEqual({ size: 25, cursor: 'abc', backwards: true });
    const both = parseQuery(model, type, [
      ['page[after]', 'a'],
      ['page[before]', 'b'],
    ]);
    expect(both.problems.map(({ parameter }) => parameter)).toEqual(['page[before]']);
  });

  it('is found by words, and counted by what it names', () => {
    expect(ask('q', 'Larch  hut').query.words).toEqual(['larch', 'hut']);
    expect(problem('q', '%')[0]).toContain('no word');
    expect(ask('facets', 'open,beds,open').facets.map(({ keys }) => keys)).toEqual(['open', 'beds']);
    expect(problem('facets', 'title')).toEqual([
      'facets: Entries are not counted by “title”. They are by: beds, open, day, warden, owner, kinds.',
    ]);
  });

  it('delivers named keys that are there', () => {
    const keys = ask('fields', 'title,,beds,url').selection.keys?.keys() ?? [];
    expect([...keys]).toEqual(['title', 'beds', 'url']);
    expect(ask('sort', '').selection.keys).toBeNull();
    expect(problem('fields', 'bed')).toEqual(['fields: There is no field “bed”. Did you mean “beds”?']);
    expect(problem('fields', 'inner')[0]).toContain('There is no field “inner”.');
  });

  it('refuses parameters that nobody knows', () => {
    expect(problem('colour', 'x')).toEqual([
      jasmine.stringMatching(/^colour: There is no parameter “colour”\./),
    ]);
  });
});
