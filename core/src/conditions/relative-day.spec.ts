import { field } from '../model/document';
import { asks, facts, modelWith } from '../testing/model';
import { evaluate } from '../evaluation/evaluate';
import { dayFrom, isRelativeDay, relativeDayWords, useClock, type RelativeDay } from './relative-day';
import { Scope } from '../evaluation/scope';

const at = (today: number, unit: RelativeDay['unit'] = 'days'): RelativeDay => ({ today, unit });

describe('days relative to today', () => {
  let back = (): void => undefined;
  beforeEach(() => {
    back = useClock(() => new Date('2026-03-31T09:00:00Z'));
  });
  afterEach(() => back());

  it('count days, weeks, months and years; a shorter month ends the count', () => {
    expect(dayFrom(at(0))).toBe('2026-03-31');
    expect(dayFrom(at(-1))).toBe('2026-03-30');
    expect(dayFrom(at(2, 'weeks'))).toBe('2026-04-14');
    expect(dayFrom(at(-1, 'months'))).toBe('2026-02-28');
    expect(dayFrom(at(1, 'months'))).toBe('2026-04-30');
    expect(dayFrom(at(-1, 'years'))).toBe('2025-03-31');
  });

  it('read as people say them', () => {
    expect([at(0), at(-1), at(2, 'weeks')].map(relativeDayWords)).toEqual([
      'today',
      '1 day before today',
      '2 weeks after today',
    ]);
  });

  it('are told from other values', () => {
    expect([at(3), { today: '3' }, '2026-01-01', null].map(isRelativeDay)).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });

  it('move on with the calendar in conditions, for dates and for moments of a day', () => {
    const model = modelWith(
      field({ id: 'f_until', key: 'until', label: 'Until', kind: 'date' }),
      field({ id: 'f_start', key: 'start', label: 'Start', kind: 'date_time' }),
    );
    const holds = (fieldId: string, value: string, operator: 'before' | 'after') =>
      evaluate(asks(fieldId, operator, at(0)), Scope.ofEntry(facts, { [fieldId]: value }), model.fields);
    expect(holds('f_until', '2026-03-30', 'before')).toBeTrue();
    expect(holds('f_until', '2026-03-31', 'before')).toBeFalse();
    expect(holds('f_start', '2026-03-31T18:00:00Z', 'after')).toBeFalse();
    expect(holds('f_start', '2026-04-01T00:00:00Z', 'after')).toBeTrue();
    useClock(() => new Date('2026-04-02T09:00:00Z'));
    expect(holds('f_until', '2026-03-31', 'before')).toBeTrue();
  });
});
