import { NO_NAMES } from '../conversions/form';
import { appearsOnTypes } from '../model/reach';
import { compileModel } from '../model/compile';
import type { CompiledType } from '../model/compiled';
import { field, plainGroup, plainType, type Field, type ModelDocument } from '../model/document';
import { canBeKey, destinationsOf } from './destinations';
import { flatten } from './flatten';
import { importColumns } from './import-columns';
import { EMPTY_REPORT, withRows } from './import-report';
import { changesBetween, plannedEntry, type ImportedEntry } from './planned-entry';
import { proposeImport } from './proposal';
import { readRow } from './read-row';
import { importRecipeSchema, type ColumnRecipe, type ImportRecipe } from './recipe';
import { columnsOf } from './source-table';
import { transformed } from './transformations/index';

const of = (id: string, label: string, kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label, kind, ...more });

const model: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      ...plainType,
      id: 't_hut',
      key: 'hut',
      pluralKey: 'huts',
      singular: 'Hut',
      plural: 'Huts',
      icon: 'cottage',
      address: '/huts/{slug}',
    },
  ],
  groups: [
    {
      ...plainGroup,
      id: 'g_hut',
      key: 'hut',
      label: 'Hut',
      appearsOn: appearsOnTypes(['t_hut']),
      fields: [
        of('altitude', 'Altitude', 'number', {
          filterable: true,
          settings: { unit: 'm', min: 0, decimals: 0 },
        }),
        of('code', 'Code', 'text', { unique: true, settings: { maxLength: 6 } }),
        of('opened', 'Opened', 'date'),
        of('tags', 'Tags', 'text', { many: { min: null, max: null } }),
        of('place', 'Place', 'place'),
        of('key', 'Door key', 'secret'),
        of('kept', 'Kept from editors', 'text', { editors: 'see' }),
        of('beds', 'Beds', 'group', { fields: [of('summer', 'In summer', 'number')] }),
        of('rooms', 'Rooms', 'repeater', { fields: [of('room', 'Room', 'text')] }),
      ],
    },
  ],
};

function typeOf(document: ModelDocument): CompiledType {
  const [type] = compileModel(document).types;
  if (!type) throw new Error('The model has one type.');
  return type;
}
const hut = typeOf(model);

const recipeOf = (
  columns: readonly (Partial<ColumnRecipe> & { readonly column: string })[],
  more: object = {},
): ImportRecipe =>
  importRecipeSchema.parse({ columns: columns.map((each) => ({ to: null, ...each })), ...more });

const read = (recipe: ImportRecipe, cells: Readonly<Record<string, never>> | object) =>
  readRow(
    { number: 1, cells: { ...cells } },
    importColumns(hut, recipe, 'developer'),
    () => NO_NAMES,
    recipe.empty,
  );

describe('where the columns of a file can go', () => {
  it('is what stands beside fields, and fields that a cell can hold, those in groups as well', () => {
    expect(destinationsOf(hut, 'developer').map(({ id }) => id)).toEqual([
      'title',
      'slug',
      'status',
      'f_altitude',
      'f_code',
      'f_opened',
      'f_tags',
      'f_place',
      'f_kept',
      'f_beds/f_summer',
    ]);
    expect(destinationsOf(hut, 'editor').map(({ id }) => id)).not.toContain('f_kept');
  });

  it('finds entries by what an index knows', () => {
    const keys = destinationsOf(hut, 'developer').filter(canBeKey);
    expect(keys.map(({ id }) => id)).toEqual(['title', 'slug', 'f_altitude', 'f_code']);
  });
});

describe('what is proposed for a file', () => {
  const propose = (table: Readonly<Record<string, readonly string[]>>) => {
    const length = Math.max(...Object.values(table).map((cells) => cells.length));
    const rows = Array.from({ length }, (_row, at) => ({
      number: at + 1,
      cells: Object.fromEntries(Object.entries(table).map(([name, cells]) => [name, cells[at] ?? ''])),
    }));
    return proposeImport(hut, columnsOf(Object.keys(table), rows), 'developer');
  };
  const matched = (table: Readonly<Record<string, readonly string[]>>) =>
    propose(table).recipe.columns.map(({ to }) => to);

  it('is told by names: labels, keys, those in groups, and words for a title', () => {
    expect(
      matched({
        Name: ['Larch'],
        'ALTITUDE (m)': ['1200'],
        'beds.summer': ['4'],
        'In summer': ['3'],
        Colour: ['red'],
      }),
    ).toEqual(['title', 'f_altitude', 'f_beds/f_summer', null, null]);
  });

  it('is unsure where the values do not fit', () => {
    const { sureness } = propose({ Altitude: ['high', 'low', 'mid'], Code: ['A1'] });
    expect(sureness['Altitude']).toBeLessThan(0.6);
    expect(sureness['Code']).toBe(1);
  });

  it('reads numbers and days as most of the cells can be', () => {
    const [altitude, opened] = propose({
      Altitude: ['1.200', '2.080'],
      Opened: ['02/13/1962', '03/01/1970'],
    }).recipe.columns;
    expect(altitude?.options.decimals).toBe('comma');
    expect(opened?.options.dates).toBe('month_first');
    const [tags] = propose({ Tags: ['a; b', 'c, d'] }).recipe.columns;
    expect(tags?.options.separator).toBe('semicolon');
    const [plain] = propose({ Altitude: ['1200', '2080'] }).recipe.columns;
    expect(plain?.options.decimals).toBe('any');
  });

  it('finds entries by the slug, then by what is unique, then by the title', () => {
    expect(propose({ Slug: ['a'], Code: ['1'], Title: ['A'] }).recipe.key).toBe('slug');
    expect(propose({ Code: ['1'], Title: ['A'] }).recipe.key).toBe('f_code');
    expect(propose({ Title: ['A'] }).recipe.key).toBe('title');
    expect(propose({ Altitude: ['1'] }).recipe.key).toBeNull();
  });
});

describe('a row', () => {
  it('is read as what it says of an entry', () => {
    const recipe = recipeOf([
      { column: 'Name', to: 'title' },
      { column: 'Slug', to: 'slug' },
      { column: 'Shown', to: 'status' },
      { column: 'Height', to: 'f_altitude' },
      { column: 'Tags', to: 'f_tags' },
      { column: 'Summer', to: 'f_beds/f_summer' },
      { column: 'Gone', to: 'f_gone' },
    ]);
    const row = read(recipe, {
      Name: ' Larch ',
      Slug: 'Larch',
      Shown: 'yes',
      Height: 1200,
      Tags: 'a, b',
      Summer: '4',
    });
    expect<unknown>(row).toEqual({
      number: 1,
      title: 'Larch',
      slug: 'larch',
      status: 'published',
      values: [
        { to: 'f_altitude', value: 1200 },
        { to: 'f_tags', value: ['a, b'] },
        { to: 'f_beds/f_summer', value: 4 },
      ],
      problems: [],
    });
  });

  it('tells what cannot be taken, cell by cell', () => {
    const recipe = recipeOf([
      { column: 'Slug', to: 'slug' },
      { column: 'Shown', to: 'status' },
      { column: 'Height', to: 'f_altitude' },
      { column: 'Code', to: 'f_code' },
    ]);
    const { problems, values } = read(recipe, {
      Slug: 'Über uns',
      Shown: 'soon',
      Height: -4,
      Code: 'too long a code',
    });
    expect(problems.map((each) => [each.code, each.code === 'cell' ? each.issue?.code : null])).toEqual([
      ['not_a_slug', null],
      ['not_a_status', null],
      ['cell', 'too_small'],
      ['cell', 'too_long'],
    ]);
    expect(values).toEqual([]);
  });

  it('leaves out or replaces what fits nothing, where that is chosen; a replacement that does not fit either is none', () => {
    const usual = recipeOf([{ column: 'Height', to: 'f_altitude' }]);
    const [{ options }] = [...usual.columns, ...recipeOf([{ column: '' }]).columns] as [ColumnRecipe];
    const with_ = (more: object) =>
      read(recipeOf([{ column: 'Height', to: 'f_altitude', options: { ...options, ...more } }]), {
        Height: 'high',
      });
    expect(with_({ otherwise: 'empty' }).problems).toEqual([]);
    expect<unknown>(with_({ otherwise: 'value', fallback: 0 }).values).toEqual([
      { to: 'f_altitude', value: 0 },
    ]);
    expect(with_({ otherwise: 'value', fallback: -1 }).problems.length).toBe(1);
  });

  it('says nothing by empty cells, or empties fields where that is chosen', () => {
    const columns = [
      { column: 'Height', to: 'f_altitude' },
      { column: 'Name', to: 'title' },
    ];
    expect(read(recipeOf(columns), { Height: ' ', Name: '' }).values).toEqual([]);
    const cleared = read(recipeOf(columns, { empty: 'clear' }), { Height: '' });
    expect<unknown>(cleared.values).toEqual([{ to: 'f_altitude', value: null }]);
    expect(cleared.title).toBeNull();
  });

  it('takes what a field holds by itself as it is', () => {
    const place = { latitude: 46.5, longitude: 8.5, address: '' };
    const row = read(recipeOf([{ column: 'Where', to: 'f_place' }]), { Where: place });
    expect<unknown>(row.values).toEqual([{ to: 'f_place', value: place }]);
  });

  it('puts texts through steps, and no formula mark stays', () => {
    const steps = [
      { kind: 'part', separator: ' ', at: -1 },
      { kind: 'replace', find: 'm', with: '' },
      { kind: 'surround', before: '1', behind: '0' },
    ] as const;
    expect(transformed(steps, 'about 20m')).toBe('1200');
    expect(transformed([{ kind: 'part', separator: ',', at: 3 }], 'a, b')).toBe('');
    expect(transformed([{ kind: 'letters', as: 'first_capital' }], 'ÜBER UNS')).toBe('Über uns');
    expect(read(recipeOf([{ column: 'N', to: 'title' }]), { N: "'=Larch" }).title).toBe('=Larch');
  });
});

describe('an entry that a row makes', () => {
  const rules = { missing: 'create', known: 'change', status: 'draft' } as const;
  const row = read(
    recipeOf([
      { column: 'Name', to: 'title' },
      { column: 'Summer', to: 'f_beds/f_summer' },
    ]),
    { Name: 'Larch Hut', Summer: 4 },
  );
  const before: ImportedEntry = {
    title: 'Larch',
    slug: 'larch',
    status: 'published',
    values: { f_beds: { f_winter: 2 }, f_code: 'A1' },
  };

  it('is new, or what there was with what the row says', () => {
    expect<unknown>(plannedEntry(row, null, rules)).toEqual({
      kind: 'new',
      entry: { title: 'Larch Hut', slug: 'larch-hut', status: 'draft', values: { f_beds: { f_summer: 4 } } },
    });
    const plan = plannedEntry(row, before, rules);
    expect<unknown>(plan).toEqual({
      kind: 'known',
      entry: {
        title: 'Larch Hut',
        slug: 'larch',
        status: 'published',
        values: { f_beds: { f_winter: 2, f_summer: 4 }, f_code: 'A1' },
      },
    });
    const after = plan.kind === 'known' ? plan.entry : before;
    expect(changesBetween(before, after).map(({ to }) => to)).toEqual(['title', 'f_beds']);
    expect(changesBetween(before, before)).toEqual([]);
  });

  it('is left alone where that was chosen, and refused without a title', () => {
    expect(plannedEntry(row, before, { ...rules, known: 'leave' }).kind).toBe('left');
    expect(plannedEntry(row, null, { ...rules, missing: 'leave' }).kind).toBe('left');
    const untitled = { ...row, title: null };
    expect<unknown>(plannedEntry(untitled, null, rules)).toEqual({
      kind: 'refused',
      problems: [{ code: 'no_title' }],
    });
    expect(plannedEntry(untitled, before, rules).kind).toBe('known');
  });
});

describe('the report of an import', () => {
  it('counts outcomes, changes, both sides of each value, and problems of a kind as one', () => {
    const wrong = (got: string) =>
      ({ code: 'cell', column: 'Height', to: 'f_altitude', got, issue: null }) as const;
    const row = { outcome: 'refused', changes: [], values: [] } as const;
    const report = withRows(
      withRows(EMPTY_REPORT, [
        {
          outcome: 'changed',
          changes: ['title'],
          values: [{ to: 'f_altitude', file: 5, stored: 7 }],
          problems: [],
        },
        { ...row, problems: [{ code: 'no_title' }] },
      ]),
      [
        { ...row, problems: [wrong('a')] },
        { ...row, problems: [wrong('b')] },
        {
          outcome: 'same',
          changes: [],
          values: [{ to: 'f_altitude', file: -1, stored: null }],
          problems: [],
        },
      ],
    );
    expect(report.rows).toBe(5);
    expect(report.counts).toEqual({ new: 0, changed: 1, same: 1, left: 0, refused: 3 });
    expect(report.changes).toEqual({ title: 1 });
    expect(report.totals['f_altitude']).toEqual({
      file: { filled: 2, sum: 4, least: -1, most: 5 },
      stored: { filled: 1, sum: 7, least: 7, most: 7 },
    });
    expect<unknown>(report.problems).toEqual([
      { problem: wrong('a'), rows: 2 },
      { problem: { code: 'no_title' }, rows: 1 },
    ]);
  });
});

describe('a nested object', () => {
  it('becomes cells named by the way to them; lists stay', () => {
    expect<unknown>(flatten({ a: { b: { c: 1 } }, d: [1, { e: 2 }] })).toEqual({
      'a.b.c': 1,
      d: [1, { e: 2 }],
    });
  });
});
