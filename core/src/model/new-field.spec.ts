import { newField } from './new-field';

describe('a new field', () => {
  const made = (kind: Parameters<typeof newField>[0]['kind'], within = false) =>
    newField({ label: 'Bus stop', kind }, ['bus_stop'], within);

  it('has a key of its own from its label', () => {
    expect(made('text').key).toBe('bus_stop_2');
  });

  it('is searched where it is a text, and filtered by where it is not', () => {
    expect([made('text').searchable, made('rich_text').searchable, made('number').searchable]).toEqual([
      true,
      true,
      false,
    ]);
    expect([made('text').filterable, made('number').filterable, made('number', true).filterable]).toEqual([
      false,
      true,
      false,
    ]);
  });
});
