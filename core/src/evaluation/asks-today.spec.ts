import { field } from '../model/document';
import { asks, modelWith, typeOf } from '../testing/model';
import { asksToday, showsByDay } from './asks-today';

describe('conditions that ask for today', () => {
  const today = asks('f_until', 'after', { today: 0, unit: 'days' });
  const fixed = asks('f_until', 'after', '2026-03-31');

  it('are told from others, wherever in the tree they ask', () => {
    expect(asksToday(today)).toBeTrue();
    expect(asksToday({ kind: 'any', conditions: [fixed, { kind: 'none', conditions: [today] }] })).toBeTrue();
    expect([asksToday(fixed), asksToday(null)]).toEqual([false, false]);
  });

  it('make what shows on a type depend on the day, from within rows too', () => {
    const until = field({ id: 'f_until', key: 'until', label: 'Until', kind: 'date' });
    const note = (shownWhen: typeof today) =>
      field({ id: 'f_note', key: 'note', label: 'Note', kind: 'text', shownWhen });
    const rows = (shownWhen: typeof today) =>
      field({ id: 'f_rows', key: 'rows', label: 'Rows', kind: 'repeater', fields: [note(shownWhen)] });
    expect(showsByDay(typeOf(modelWith(until, note(today))))).toBeTrue();
    expect(showsByDay(typeOf(modelWith(until, rows(today))))).toBeTrue();
    expect(showsByDay(typeOf(modelWith(until, rows(fixed))))).toBeFalse();
  });
});
