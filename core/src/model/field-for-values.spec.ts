import { fieldForValues } from './field-for-values';

describe('a field for values that none declares', () => {
  const of = (...values: Parameters<typeof fieldForValues>[1]) => {
    const made = fieldForValues('opening_hours', values, [], false);
    return made && `${made.kind}${made.many ? '[]' : ''}`;
  };

  it('is of the type that all of them look like', () => {
    expect(of(1, 2.5)).toBe('number');
    expect(of(true, false)).toBe('switch');
    expect(of('2026-05-31')).toBe('date');
    expect(of('2026-05-31T18:30:00Z')).toBe('date_time');
    expect(of('18:30', '06:00')).toBe('time');
    expect(of('hut@example.org')).toBe('email');
    expect(of('https://example.org/')).toBe('url');
    expect(of('18:30', 'noon')).toBe('text');
    expect(of('one\ntwo')).toBe('long_text');
    expect(of('<p>one</p>')).toBe('rich_text');
    expect(of(['a', 'b'], ['c'])).toBe('text[]');
  });

  it('is none where no type holds such values', () => {
    expect(of()).toBeNull();
    expect(of([])).toBeNull();
    expect(of(1, 'x')).toBeNull();
    expect(of({ a: 1 })).toBeNull();
    expect(of([true])).toBeNull();
  });

  it('is called by its key', () => {
    const label = (key: string) => fieldForValues(key, [1], [], false)?.label;
    expect([label('opening_hours'), label('openingHours'), label('f_beds'), label('_')]).toEqual([
      'Opening hours',
      'Opening hours',
      'Beds',
      '_',
    ]);
  });
});
