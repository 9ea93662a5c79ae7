import * as fc from 'fast-check';
import { compileModel } from '../model/compile';
import { field, plainGroup, plainType, type Field, type ModelDocument } from '../model/document';
import { appearsOnTypes } from '../model/reach';
import type { CompiledField } from '../model/compiled';
import { rowsOf } from '../fields/repeater/row';
import { cellFields } from './cell-fields';
import { conventionsOf } from './conventions';
import { gridFrom, textOfGrid, type Grid } from './grid';
import { gridOfRows } from './grid-of-rows';
import { matchColumns } from './match-columns';
import { readCell, type CellReading } from './read-cell';
import { readLines, rowsOfLines } from './rows-of-grid';

const of = (id: string, label: string, kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label, kind, ...more });

const rowFields: readonly Field[] = [
  of('name', 'Name', 'text', { required: true }),
  of('altitude', 'Altitude', 'number', { settings: { unit: 'm', min: 0 } }),
  of('day', 'Day', 'date'),
  of('grade', 'Grade', 'one_choice', {
    settings: {
      choices: [
        { value: 'easy', label: 'Easy walk' },
        { value: 'hard', label: 'Hard' },
      ],
    },
  }),
  of('water', 'Water', 'switch'),
  of('tags', 'Tags', 'text', { many: { min: null, max: null } }),
  of('note', 'Note', 'rich_text'),
  of('beds', 'Beds', 'group', { fields: [of('rooms', 'In rooms', 'number')] }),
  of('huts', 'Huts', 'relation', { many: { min: null, max: null } }),
  of('fee', 'Fee', 'money'),
  of('total', 'Total', 'computed', { settings: { expression: '1', result: 'number' } }),
];

function listOf(kind: 'repeater' | 'mixed_list', fields: readonly Field[]): CompiledField {
  const model: ModelDocument = {
    format: 'tovlet-model',
    version: 1,
    taxonomies: [],
    contentTypes: [
      {
        ...plainType,
        id: 't_route',
        key: 'route',
        pluralKey: 'routes',
        singular: 'Route',
        plural: 'Routes',
        icon: 'route',
        address: '/routes/{slug}',
      },
    ],
    groups: [
      {
        ...plainGroup,
        id: 'g_a',
        key: 'a',
        label: 'A',
        appearsOn: appearsOnTypes(['t_route']),
        fields: [of('list', 'Waypoints', kind, { fields })],
      },
    ],
  };
  const found = compileModel(model).types[0]?.fields[0];
  if (!found) throw new Error('The model has one list.');
  return found;
}

const names = new Map([
  ['Larch Hut', 'e_larch'],
  ['Stone Hut', 'e_stone'],
]);
const reading = (locale = 'en-GB'): CellReading => ({ locale, idOf: (_field, name) => names.get(name) });

describe('what is copied in a spreadsheet', () => {
  it('is cells apart by tabs, those with line breaks or tabs in quotes', () => {
    expect(gridFrom('a\tb\r\n"two\nlines"\t"say ""so"""\r\n')).toEqual([
      ['a', 'b'],
      ['two\nlines', 'say "so"'],
    ]);
    expect(gridFrom('"a\tb"\tc')).toEqual([['a\tb', 'c']]);
  });

  it('keeps quotes that are part of what somebody wrote, and every line behind them', () => {
    expect(gridFrom('"Old" hut\t1\nNew hut\t2')).toEqual([
      ['"Old" hut', '1'],
      ['New hut', '2'],
    ]);
    expect(gridFrom('"open\t1\nNew hut\t2')).toEqual([
      ['"open', '1'],
      ['New hut', '2'],
    ]);
  });

  it('is read with semicolons or commas where every line has as many', () => {
    expect(gridFrom('a;b\n1,5;2')).toEqual([
      ['a', 'b'],
      ['1,5', '2'],
    ]);
    expect(gridFrom('a,b\n"x,y",2')).toEqual([
      ['a', 'b'],
      ['x,y', '2'],
    ]);
    expect(gridFrom('Well, well\nanother line')).toEqual([['Well, well'], ['another line']]);
  });

  it('has lines of one length, and nothing of nothing', () => {
    expect(gridFrom('a\tb\tc\nd')).toEqual([
      ['a', 'b', 'c'],
      ['d', '', ''],
    ]);
    expect(gridFrom('')).toEqual([]);
  });

  it('is the same again when it was written here, whatever it holds', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '"', '\n', '\t', ',', ';', ' ', 'ü') });
    const grid = fc
      .integer({ min: 2, max: 4 })
      .chain((width) => fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1 }))
      // Empty lines at the end are no lines.
      .filter((lines) => lines.at(-1)?.some((each) => each !== '') === true);
    fc.assert(
      fc.property(grid, (lines) => {
        expect(gridFrom(textOfGrid(lines))).toEqual(lines);
      }),
    );
  });
});

describe('how a column is written', () => {
  const decimal = (...cells: readonly string[]) =>
    conventionsOf(
      cells.map((cell) => [cell]),
      0,
    ).decimal;
  const order = (...cells: readonly string[]) =>
    conventionsOf(
      cells.map((cell) => [cell]),
      0,
    ).dayOrder;

  it('is told by the cells that can be read in one way only', () => {
    expect(decimal('1.234', '0,5')).toBe(',');
    expect(decimal('1,234', '0.5')).toBe('.');
    expect(decimal('1.234.567')).toBe(',');
    expect(decimal('1,234.5')).toBe('.');
    expect(decimal('0.125')).toBe('.');
    expect(decimal('1.234')).toBeNull();
    expect(decimal('12', 'none')).toBeNull();
    expect(decimal('0,5', '0.5')).toBeNull();
    expect(order('13/02/2026', '01/02/2026')).toBe('day');
    expect(order('02/13/2026')).toBe('month');
    expect(order('01/02/2026')).toBeNull();
  });
});

describe('the columns of a table', () => {
  const list = listOf('repeater', rowFields);
  const fields = cellFields(list.children, () => true);
  const matched = (grid: Grid) => {
    const { columns, headings } = matchColumns(grid, fields, reading());
    return [headings, columns.map((at) => (at === null ? null : fields[at]?.label))];
  };

  it('are fields that a cell can hold, those in groups as well', () => {
    expect(fields.map(({ label }) => label)).toEqual([
      'Name',
      'Altitude',
      'Day',
      'Grade',
      'Water',
      'Tags',
      'Note',
      'Beds › In rooms',
      'Huts',
      'Fee',
    ]);
  });

  it('are named by a line of headings, with units, keys, accents and mistakes', () => {
    expect(
      matched([
        ['ALTITUDE (m)', 'name', 'In rooms', 'Dáy', 'Waterr', 'Colour'],
        ['1', 'a', '2', '', '', 'x'],
      ]),
    ).toEqual([1, ['Altitude', 'Name', 'Beds › In rooms', 'Day', 'Water', null]]);
  });

  it('are found below a heading over several columns', () => {
    expect(
      matched([
        ['Waypoints', 'Waypoints', ''],
        ['Name', 'Altitude', ''],
        ['Larch', '2080', ''],
      ]),
    ).toEqual([2, ['Name', 'Altitude', null]]);
  });

  it('are no headings where a value is called as a field is', () => {
    expect(
      matched([
        ['Larch', '1'],
        ['Name', '2'],
        ['Stone', '3'],
      ])[0],
    ).toBe(0);
  });

  it('are in order where nothing names them, blank ones left out', () => {
    expect(
      matched([
        ['Larch', '', '2080', '2026-05-01'],
        ['Stone', '', '1700', ''],
      ]),
    ).toEqual([0, ['Name', null, 'Altitude', 'Day']]);
    expect(
      matched([
        ['Ort', 'Höhe ü. M.'],
        ['Larch', '2080'],
        ['Stone', '1700'],
      ]),
    ).toEqual([1, ['Name', 'Altitude']]);
  });

  it('are not more than there are fields', () => {
    const wide = [Array.from({ length: 12 }, (_each, at) => `x${at}`)];
    expect(matched(wide)[1]).toEqual([...fields.map(({ label }) => label), null, null]);
    expect(matched([])).toEqual([0, []]);
    expect(matched([['Name']])).toEqual([0, ['Name']]);
  });
});

describe('a cell', () => {
  const list = listOf('repeater', rowFields);
  const fields = new Map(cellFields(list.children, () => true).map(({ field }) => [field.key, field]));
  const read = (key: string, text: string, locale = 'en-GB', decimal: '.' | ',' | null = null) => {
    const own = fields.get(key);
    if (!own) throw new Error(key);
    const { value, issues } = readCell(own, text, { decimal, dayOrder: null }, reading(locale));
    return issues.length === 0 ? value : [value, issues[0]?.code];
  };

  it('is read as its reader writes, with units and marks', () => {
    expect<unknown>(read('altitude', '2 080 m')).toBe(2080);
    expect<unknown>(read('altitude', '1,234.5')).toBe(1234.5);
    expect<unknown>(read('altitude', '1.234,5', 'de-DE')).toBe(1234.5);
    expect<unknown>(read('altitude', '1,5', 'en-GB', ',')).toBe(1.5);
    expect<unknown>(read('altitude', '1.234', 'en-GB', ',')).toBe(1234);
    // One cell is written otherwise than its column.
    expect<unknown>(read('altitude', '1.5', 'en-GB', ',')).toBe(1.5);
    expect<unknown>(read('altitude', '12.345,5', 'en-GB', ',')).toBe(12345.5);
    expect<unknown>(read('name', "'=1+1")).toBe('=1+1');
    expect<unknown>(read('fee', '€ 1,200.50')).toBe(1200.5);
    expect<unknown>(read('fee', '12 EUR')).toBe(12);
    expect<unknown>(read('day', '3 July 1927')).toBe('1927-07-03');
    expect<unknown>(read('day', '03.07.1927', 'de-DE')).toBe('1927-07-03');
    expect<unknown>(read('grade', 'easy walk')).toBe('easy');
    expect<unknown>(read('water', 'yes')).toBe(true);
    expect<unknown>(read('tags', 'quiet; near the lake\nold')).toEqual(['quiet', 'near the lake', 'old']);
    expect<unknown>(read('note', 'One <b>\nTwo')).toBe('<p>One &lt;b&gt;</p><p>Two</p>');
    expect<unknown>(read('huts', 'Larch Hut; Stone Hut')).toEqual(['e_larch', 'e_stone']);
    expect<unknown>(read('name', '  Larch\u00a0Hut ')).toBe('Larch Hut');
    expect<unknown>(read('name', '   ')).toBeNull();
  });

  it('that cannot be read stays as it was typed, and says why', () => {
    expect<unknown>(read('altitude', 'high up')).toEqual(['high up', 'not_a_number']);
    // What stands beside a number may be more than a unit.
    expect<unknown>(read('altitude', 'about 1200')).toEqual(['about 1200', 'not_a_number']);
    expect<unknown>(read('altitude', '1200 ft')).toEqual(['1200 ft', 'not_a_number']);
    expect<unknown>(read('altitude', '-4')).toEqual([-4, 'too_small']);
    expect<unknown>(read('day', '2026-02-30')).toEqual(['2026-02-30', 'not_a_date']);
    expect<unknown>(read('grade', 'medium')).toEqual(['medium', 'not_a_choice']);
    expect<unknown>(read('water', 'perhaps')).toEqual(['perhaps', 'wrong_shape']);
    expect<unknown>(read('huts', 'Larch Hut; Nowhere')).toEqual(['Larch Hut; Nowhere', 'not_a_list']);
  });
});

describe('a table as rows', () => {
  const list = listOf('repeater', rowFields);
  const fields = cellFields(list.children, () => true);
  const rowsFrom = (text: string) => {
    const grid = gridFrom(text);
    const matching = matchColumns(grid, fields, reading());
    return rowsOfLines(readLines(grid, matching, fields, reading()), matching, fields, list.children, null);
  };

  it('has a row for each line that holds anything, its values in their groups', () => {
    const rows = rowsFrom('Name\tIn rooms\tAltitude\nLarch\t4\t2080\n\t\t\nStone\t\t\n');
    expect<unknown>(rows.map(({ values }) => values)).toEqual([
      { f_name: 'Larch', f_beds: { f_rooms: 4 }, f_altitude: 2080 },
      { f_name: 'Stone' },
    ]);
    expect(new Set(rows.map(({ id }) => id)).size).toBe(2);
  });

  it('is read as its fields take most of it, where its cells could be read in two ways', () => {
    const own = listOf('repeater', [
      of('altitude', 'Altitude', 'number', { settings: { decimals: 0, min: 100 } }),
      of('day', 'Day', 'date', { settings: { max: '2026-06-30' } }),
    ]);
    const cells = cellFields(own.children, () => true);
    const matching = { headings: 0, columns: [0, 1] };
    const read = (locale: string, ...lines: Grid) =>
      readLines(lines, matching, cells, reading(locale)).map((line) =>
        [...line.cells.values()].map(({ value }) => value),
      );
    expect<unknown>(read('en-GB', ['1.200', '03/04/2026'], ['1.350', '05/06/2026'])).toEqual([
      [1200, '2026-04-03'],
      [1350, '2026-06-05'],
    ]);
    expect<unknown>(read('en-GB', ['1.200', '03/12/2026'])).toEqual([[1200, '2026-03-12']]);
    expect<unknown>(read('de-DE', ['1.200', ''])).toEqual([[1200, null]]);
  });

  it('has the defaults of what no column is about', () => {
    const own = listOf('repeater', [
      of('name', 'Name', 'text'),
      of('grade', 'Grade', 'text', { default: 'easy' }),
    ]);
    const cells = cellFields(own.children, () => true);
    const matching = { headings: 0, columns: [0] };
    const lines = readLines([['Larch']], matching, cells, reading());
    expect<unknown>(rowsOfLines(lines, matching, cells, own.children, null)[0]?.values).toEqual({
      f_name: 'Larch',
      f_grade: 'easy',
    });
  });

  it('is made of two thousand lines', () => {
    const lines = Array.from({ length: 2000 }, (_each, at) => `Point ${at}\t${at}\t01/05/2026`);
    const rows = rowsFrom(['Name\tAltitude\tDay', ...lines].join('\n'));
    expect(rows.length).toBe(2000);
    expect<unknown>(rows[1999]?.values['f_altitude']).toBe(1999);
  });

  it('is read back as the same when rows were copied, in every language', () => {
    const writing = (locale: string) => ({
      ...reading(locale),
      sees: () => true,
      nameOf: (id: string) => [...names].find(([, each]) => each === id)?.[0],
    });
    const values = fc.record(
      {
        f_name: fc.constantFrom(
          'Larch',
          '=1+1',
          '-4 degrees',
          '@home',
          "'tis",
          'a "b"',
          'two\nlines',
          '1.5',
          'x;y',
        ),
        f_altitude: fc.oneof(fc.integer({ min: 0, max: 50_000 }), fc.constantFrom(0.5, 1234.25)),
        f_day: fc.constantFrom('2026-05-01', '1927-12-31'),
        f_grade: fc.constantFrom('easy', 'hard'),
        f_water: fc.boolean(),
        f_tags: fc.constantFrom(['one'], ['one', 'two words']),
        f_huts: fc.constantFrom(['e_larch'], ['e_stone', 'e_larch']),
      },
      { requiredKeys: ['f_name'] },
    );
    fc.assert(
      fc.property(
        fc.array(values, { minLength: 1, maxLength: 5 }),
        fc.constantFrom('en-GB', 'en-US', 'de-DE'),
        (all, locale) => {
          const rows = all.map((each, at) => ({ id: `r_${at}`, values: each }));
          const grid = gridFrom(textOfGrid(gridOfRows(list, rows, writing(locale))));
          const matching = matchColumns(grid, fields, reading(locale));
          const again = readLines(grid, matching, fields, reading(locale));
          const made = rowsOfLines(again, matching, fields, list.children, null);
          expect<unknown>(made.map((row) => row.values)).toEqual(all);
        },
      ),
    );
  });

  it('is no formula where a text begins like one, and has nothing of fields that are not to be seen', () => {
    const writing = {
      ...reading(),
      nameOf: () => undefined,
      sees: ({ key }: CompiledField) => key !== 'day',
    };
    const rows = [{ id: 'r_1', values: { f_name: '=HYPERLINK("x")', f_altitude: -4, f_day: '2026-05-01' } }];
    const [headings = [], line = []] = gridOfRows(list, rows, writing);
    expect(headings).not.toContain('Day');
    expect(line.slice(0, 2)).toEqual([`'=HYPERLINK("x")`, '-4']);
  });

  it('is written for each shape of a mixed list, and read as rows of one', () => {
    const mixed = listOf('mixed_list', [
      of('foot', 'On foot', 'group', { fields: [of('minutes', 'Minutes', 'number')] }),
      of('train', 'By train', 'group', { fields: [of('station', 'Station', 'text')] }),
    ]);
    const [foot] = mixed.children;
    if (!foot) throw new Error('The list has shapes.');
    const rows = rowsOf([
      { id: 'r_1', values: { f_foot: { f_minutes: 40 } } },
      { id: 'r_2', values: { f_train: { f_station: 'Kest' } } },
    ]);
    const writing = { ...reading(), nameOf: () => undefined, sees: () => true };
    expect(gridOfRows(mixed, rows, writing)).toEqual([['Minutes'], ['40'], ['Station'], ['Kest']]);
    const cells = cellFields(foot.children, () => true);
    const matching = { headings: 0, columns: [0] };
    const lines = readLines([['25']], matching, cells, reading());
    expect<unknown>(rowsOfLines(lines, matching, cells, foot.children, foot)[0]?.values).toEqual({
      f_foot: { f_minutes: 25 },
    });
  });
});
