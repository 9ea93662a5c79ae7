import fc from 'fast-check';
import { fieldTypes } from '../../fields';
import { useDisplayLocale } from '../../locale/display-locale';
import { fieldProblem } from '../changes/fit';
import { field, type Field } from '../document';
import { fieldColumn, fieldColumns } from './index';
import type { FieldColumn } from './column';
import { readTable } from './read-table';

const read = (text: string, taken: readonly string[] = []) => readTable(text, 200, taken, [], false);
const made = (text: string): readonly Field[] => read(text)?.fields ?? [];
const one = (given: Partial<Field> & Pick<Field, 'kind'>): Field =>
  field({ id: 'f_one', key: 'one', label: 'One', ...given });
const after = (name: FieldColumn['name'], text: string, before: Field): Field | string => {
  const written = fieldColumn(name).write(text, before);
  if ('problem' in written) return written.problem;
  return { ...before, ...written.patch, settings: { ...before.settings, ...written.settings } };
};
const settings = (name: FieldColumn['name'], text: string, before: Field): unknown => {
  const next = after(name, text, before);
  return typeof next === 'string' ? next : next.settings;
};

describe('the columns of a table of fields', () => {
  afterEach(() => useDisplayLocale('en-GB'));
  const number = one({ kind: 'number' });

  const LIMITS: readonly (readonly [string, unknown])[] = [
    ['600 – 4000', { min: 600, max: 4000 }],
    ['600-4000', { min: 600, max: 4000 }],
    ['from 600 to 4000', { min: 600, max: 4000 }],
    ['from 600', { min: 600, max: null }],
    ['600 to 4,000 m', { min: 600, max: 4000, unit: 'm' }],
    ['-5 - 12 °C', { min: -5, max: 12, unit: '°C' }],
    ['≥ 600', { min: 600, max: null }],
    ['at least 2.5', { min: 2.5, max: null }],
    ['<= 60', { min: null, max: 60 }],
    ['max. 60', { min: null, max: 60 }],
    ['60', { min: null, max: 60 }],
    ['', { min: null, max: null }],
  ];
  for (const [text, expected] of LIMITS)
    it(`reads the limits “${text}” of a number`, () => {
      expect(settings('limits', text, number)).toEqual(expected);
    });

  it('reads limits as the reader writes numbers', () => {
    useDisplayLocale('de-DE');
    expect(settings('limits', '0,5 bis 1.250,5', number)).toEqual({ min: 0.5, max: 1250.5 });
    expect(fieldColumn('limits').read(one({ kind: 'number', settings: { min: 0.5 } }))).toBe('≥ 0,5');
  });

  it('reads limits of texts, rows and days by their types', () => {
    expect(settings('limits', 'up to 60 characters', one({ kind: 'text' }))).toEqual({
      minLength: null,
      maxLength: 60,
    });
    expect(settings('limits', '1–3 rows', one({ kind: 'repeater' }))).toEqual({ minRows: 1, maxRows: 3 });
    expect(settings('limits', '2026-05-01 – 2026-09-30', one({ kind: 'date' }))).toEqual({
      min: '2026-05-01',
      max: '2026-09-30',
    });
  });

  it('takes no long text for limits', () => {
    expect(fieldColumn('limits').looksRight(`1${' '.repeat(100)}– 5`)).toBeFalse();
    expect(after('limits', `1${' '.repeat(200_000)}x`, number)).toContain('could not be read as limits');
  });

  it('says why limits cannot be taken', () => {
    expect(after('limits', 'some', number)).toContain('“some” could not be read as limits');
    expect(after('limits', '5 to 7', one({ kind: 'switch' }))).toContain('Switch has no limits');
    expect(after('limits', '5 m', one({ kind: 'text' }))).toContain('“m” could not be read');
    expect(after('limits', '5 to 7', one({ kind: 'date' }))).toContain('2026-05-01');
  });

  it('reads choices apart by commas, semicolons or lines, and keeps the values of those that were there', () => {
    const before = one({
      kind: 'one_choice',
      settings: { choices: [{ value: 'e', label: 'Easy' }] },
    });
    const easy = { value: 'e', label: 'Easy' };
    expect(settings('choices', 'Easy, Hard', before)).toEqual({
      choices: [easy, { value: 'hard', label: 'Hard' }],
    });
    expect(settings('choices', 'h : Hard, steep; Easy', before)).toEqual({
      choices: [{ value: 'h', label: 'Hard, steep' }, easy],
    });
    expect(after('choices', 'a, b', number)).toContain('Number has no choices');
    expect(after('choices', '', number)).toEqual(number);
  });

  it('reads what a new entry starts with by the type', () => {
    const written = (text: string, before: Field): unknown => {
      const next = after('default', text, before);
      return typeof next === 'string' ? next : next.default;
    };
    expect(written('1,250.5', number)).toBe(1250.5);
    expect(written('yes', one({ kind: 'switch' }))).toBe(true);
    expect(written('', one({ kind: 'text', default: 'a' }))).toBeNull();
    expect(written('a; b', one({ kind: 'text', many: { min: null, max: null } }))).toEqual(['a', 'b']);
    expect(written('many', number)).toContain('“many” could not be entered');
    expect(written('x', one({ kind: 'place' }))).toContain('Set it in the inspector');
    expect(written('x', one({ kind: 'secret' }))).toContain('Set it in the inspector');
  });

  it('knows types by their names, keys and the words of standards', () => {
    const kind = (text: string): unknown => {
      const next = after('type', text, one({ kind: 'text' }));
      return typeof next === 'string' ? next : [next.kind, next.settings];
    };
    expect(kind('Rich text')).toEqual(['rich_text', {}]);
    expect(kind('rich_text')).toEqual(['rich_text', {}]);
    expect(kind('INTEGER')).toEqual(['number', { decimals: 0 }]);
    expect(kind('thing')).toContain('“thing” is no type of field');
  });

  it('reads yes and no', () => {
    const required = (text: string): unknown => {
      const next = after('required', text, one({ kind: 'text', required: true }));
      return typeof next === 'string' ? next : next.required;
    };
    expect([required('yes'), required('✓'), required('no'), required('')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(required('perhaps')).toContain('neither yes nor no');
  });

  it('reads back what it writes, for every type and column', () => {
    for (const type of fieldTypes) {
      const before = one({ kind: type.kind, default: type.valueless ? null : type.example });
      for (const column of fieldColumns.filter((each) => each.concerns(before))) {
        const text = column.read(before);
        const next = after(column.name, text, before);
        if (text === '' || typeof next === 'string') continue;
        expect(column.read(next)).withContext(`${type.kind} ${column.name}`).toBe(text);
      }
    }
  });

  it('never makes of limits what the type does not take', () => {
    const end = fc.oneof(fc.integer({ min: -5000, max: 5000 }), fc.constant(null));
    fc.assert(
      fc.property(end, end, (least, most) => {
        const before = one({ kind: 'number', settings: { min: least, max: most } });
        expect(settings('limits', fieldColumn('limits').read(before), before)).toEqual({
          min: least,
          max: most,
        });
      }),
    );
  });
});

describe('a pasted table of fields', () => {
  it('is none where there is one column only', () => {
    expect(read('Altitude\nBeds')).toBeNull();
    expect(read('Altitude')).toBeNull();
    expect(read('Label\tType')).toBeNull();
  });

  it('is read by its first line where that names columns', () => {
    const [altitude, grade] = made(
      [
        'Type\tName\tMandatory\tRange\tOptions\tDescription\tDefault',
        'integer\tAltitude\tyes\t600–4000 m\t\tAbove the sea\t1200',
        'select\tGrade\tno\t\tEasy, Hard\t"Two lines\nof help"\thard',
      ].join('\n'),
    );
    expect(altitude).toEqual(
      jasmine.objectContaining({
        label: 'Altitude',
        key: 'altitude',
        kind: 'number',
        required: true,
        help: 'Above the sea',
        default: 1200,
        filterable: true,
      }),
    );
    expect<unknown>(altitude?.settings).toEqual({ decimals: 0, min: 600, max: 4000, unit: 'm' });
    expect<unknown>([grade?.kind, grade?.default, grade?.help]).toEqual([
      'one_choice',
      'hard',
      'Two lines\nof help',
    ]);
  });

  it('is read by what stands in its columns where no line names them', () => {
    const fields = made(
      [
        'Hut number\thut_no\tText\tyes\tup to 12',
        'Email\tcontact\tEmail\tno\t',
        'Grade\tgrade\tOne choice\tyes\t',
      ].join('\n'),
    );
    expect(fields.map(({ label, key, kind, required }) => [label, key, kind, required])).toEqual([
      ['Hut number', 'hut_no', 'text', true],
      ['Email', 'contact', 'email', false],
      ['Grade', 'grade', 'one_choice', true],
    ]);
    expect<unknown>(fields[0]?.settings).toEqual({ minLength: null, maxLength: 12 });
  });

  it('takes the first column for labels where both could be', () => {
    expect(made('Email\temail\nPhone\tphone').map(({ label, kind }) => [label, kind])).toEqual([
      ['Email', 'email'],
      ['Phone', 'phone'],
    ]);
  });

  it('proposes types where none is said, and gives taken keys a number', () => {
    const table = read('Altitude\taltitude\nOpening date\topening', ['altitude']);
    expect(table?.fields.map(({ key, kind }) => [key, kind])).toEqual([
      ['altitude_2', 'number'],
      ['opening', 'date'],
    ]);
    expect(table?.problems).toEqual(['Altitude: the key altitude is taken; it got altitude_2.']);
  });

  it('makes the field and says what could not be read of it', () => {
    const table = read('Label\tType\tLimits\nAltitude\tnumber\t10 to 1\nBeds\tthing\t5');
    expect(table?.fields.map(({ kind }) => kind)).toEqual(['number', 'number']);
    expect<unknown>(table?.fields.map((each) => each.settings)).toEqual([{}, { min: null, max: 5 }]);
    expect(table?.problems).toEqual([
      'Altitude: The least, 10, is more than the most, 1.',
      'Beds: “thing” is no type of field.',
    ]);
  });

  it('takes so many lines, and says how many it leaves', () => {
    const table = readTable('A\ttext\nB\ttext\nC\ttext', 2, [], [], true);
    expect([table?.fields.length, table?.leftOut, table?.fields[0]?.filterable]).toEqual([2, 1, false]);
  });

  it('makes fields that fit of whatever is pasted', () => {
    const cell = fc.oneof(
      fc.constantFrom(
        'number',
        'text',
        'yes',
        '5 to 7',
        '9 to 2',
        'a, b',
        'a, a',
        '',
        'key_one',
        'Label',
        'x',
      ),
      fc.string({ maxLength: 20 }),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 7 }), { maxLength: 6 }), (rows) => {
        const fields = made(rows.map((row) => row.join('\t')).join('\n'));
        expect(fields.map(fieldProblem).filter((problem) => problem !== null)).toEqual([]);
        expect(new Set(fields.map(({ key }) => key)).size).toBe(fields.length);
      }),
    );
  });
});
