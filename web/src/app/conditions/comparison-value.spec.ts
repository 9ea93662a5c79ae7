import { TestBed } from '@angular/core/testing';
import type { Operand } from '@tovlet/core/conditions/operator';
import type { JsonValue } from '@tovlet/core/json';
import { documentOf, hutGroup, setUpWorkbench } from '../../testing/workbench';
import { Screen } from '../../testing/screen';
import { PeopleStore } from '../shell/people-store';
import { TermsStore } from '../shell/terms-store';
import { ComparisonValue } from './comparison-value';
import type { Subject, ValueControl } from './subjects';

describe('the value of a comparison', () => {
  let screen: Screen<ComparisonValue>;
  let given: unknown[];
  const subject = (control: ValueControl): Subject => ({
    id: 'f_it',
    label: 'It',
    operators: ['is'],
    control,
    options: [
      { value: 'easy', label: 'Easy' },
      { value: 'hard', label: 'Hard' },
    ],
    acrossRows: false,
    blank: { kind: 'field', field: 'f_it', operator: 'is' },
  });
  const show = async (control: ValueControl, operand: Operand, value: JsonValue = null): Promise<void> => {
    const server = setUpWorkbench();
    const terms = [{ id: 'n_north', label: 'North', depth: 0 }];
    TestBed.overrideProvider(TermsStore, {
      useValue: { start: () => Promise.resolve(), linesOf: () => terms },
    });
    TestBed.overrideProvider(PeopleStore, {
      useValue: { start: () => Promise.resolve(), all: () => [{ id: 'p_1', name: 'Ilse Varnholt' }] },
    });
    await server.loadModel({
      ...documentOf(hutGroup()),
      taxonomies: [
        { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true },
      ],
    });
    screen = await Screen.of(ComparisonValue, { subject: subject(control), operand, value });
    given = [];
    screen.fixture.componentInstance.changed.subscribe((changed) => given.push(changed));
  };
  afterEach(() => screen.leave());

  it('is typed as the field is: numbers as numbers, nothing as nothing', async () => {
    await show('number', 'value');
    await screen.enter('Value', '2140.5');
    await screen.enter('Value', '');
    expect(given).toEqual([2140.5, null]);
  });

  it('is text as it is written', async () => {
    await show('text', 'value', 'stove');
    await screen.enter('Value', '12');
    expect(given).toEqual(['12']);
  });

  it('is several values with commas between', async () => {
    await show('text', 'list', ['stove']);
    expect(screen.box('Values, with commas between').value).toBe('stove');
    await screen.enter('Values, with commas between', 'stove, well,, ');
    expect(given).toEqual([['stove', 'well']]);
  });

  it('is several numbers, told apart from their decimals', async () => {
    await show('number', 'list', [1, 1.5]);
    expect(screen.box('Values, with semicolons between').value).toBe('1; 1.5');
    await screen.enter('Values, with semicolons between', '3, 4.5; 1,200,');
    await screen.enter('Values, with semicolons between', '3; many');
    expect(given).toEqual([[3, 4.5, 1200]]);
    expect(screen.text).toContain('Not all of “3; many” are numbers');
  });

  it('has two bounds that are set one by one', async () => {
    await show('number', 'range', [900, null]);
    await screen.enter('To', '2000');
    await screen.set('value', [900, 2000]);
    await screen.enter('From', '');
    expect(given).toEqual([
      [900, 2000],
      [null, 2000],
    ]);
  });

  it('keeps a bound that is half typed, and says so', async () => {
    await show('date', 'range', ['2026-05-01', '']);
    await screen.enter('To', '31.');
    expect(given).toEqual([]);
    expect(screen.box('To').value).toBe('31.');
    expect(screen.text).toContain('“31.” is not a date yet: write one such as 07/03/1927.');
    await screen.enter('To', '5/31/2026');
    expect(given).toEqual([['2026-05-01', '2026-05-31']]);
  });

  it('is a choice of the field, and a removed one says so', async () => {
    await show('options', 'value', 'gone');
    expect(screen.text).toContain('Removed: gone');
    await screen.choose('Value', 'Hard');
    expect(given).toEqual(['hard']);
  });

  it('is any number of choices, each ticked on and off', async () => {
    await show('options', 'list', ['easy']);
    await screen.tick('Hard');
    await screen.tick('Easy');
    expect(given).toEqual([['easy', 'hard'], []]);
  });

  it('is a day, or a day told from today', async () => {
    await show('date', 'value', '2026-05-31');
    expect(screen.box('Value').value).toBe('05/31/2026');
    await screen.choose('Kind of day', 'before today');
    expect(given.at(-1)).toEqual({ today: -7, unit: 'days' });
    await screen.set('value', { today: -7, unit: 'days' });
    await screen.enter('How many', '2');
    await screen.choose('Unit', 'weeks');
    expect(given.slice(1)).toEqual([
      { today: -2, unit: 'days' },
      { today: -7, unit: 'weeks' },
    ]);
    await screen.enter('How many', '0');
    expect(given).toHaveSize(3);
    await screen.choose('Kind of day', 'the day');
    expect(given.at(-1)).toBe('');
  });

  it('is a number of rows', async () => {
    await show('text', 'count');
    await screen.enter('Number of rows', '3');
    expect(given).toEqual([3]);
  });

  it('is a term or a person, or a list of them where the operator takes several', async () => {
    await show('term', 'value');
    await screen.choose('Value', 'North');
    expect(given).toEqual(['n_north']);
    screen.leave();
    TestBed.resetTestingModule();
    await show('person', 'list', ['p_2']);
    expect(await (await screen.choice('Value')).options()).toContain('Ilse Varnholt');
    await screen.choose('Value', 'Ilse Varnholt');
    expect(given).toEqual([['p_2', 'p_1']]);
  });

  it('is asked for by no control where the operator needs none', async () => {
    await show('text', 'nothing');
    expect(screen.all('input, mat-select')).toHaveSize(0);
  });
});
