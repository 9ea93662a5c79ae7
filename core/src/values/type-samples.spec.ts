import { fieldTypes } from '../fields';
import { typeSamples } from './type-samples';

describe('the samples of field types', () => {
  const samples = typeSamples();
  const of = (kind: string) => samples.find(({ type }) => type.kind === kind);

  it('show every type that a field can be given by itself', () => {
    const kinds = fieldTypes
      .map(({ kind }) => kind)
      .filter((kind) => kind !== 'shape' && kind !== 'shared_set');
    expect(samples.map(({ type }) => type.kind)).toEqual(kinds);
  });

  it('say of each in a sentence what it is for', () => {
    for (const { kind, about } of fieldTypes)
      expect(about)
        .withContext(kind)
        .toMatch(/^[A-Z].{20,120}\.$/);
  });

  it('have values that could be entered, and come out as something on pages and in the API', () => {
    for (const { type, field, value, json, page } of samples) {
      if (type.valueless) continue;
      expect(value === null ? [] : field.behaviour.validate(value))
        .withContext(type.kind)
        .toEqual([]);
      if (type.confidential) continue;
      expect(json).withContext(type.kind).toBeTruthy();
      const shown = page && ('text' in page ? page.text : page.html);
      if (type.holds === null) expect(shown).withContext(type.kind).toBeTruthy();
    }
  });

  it('are what programs read', () => {
    expect<unknown>(of('repeater')?.json).toEqual([
      { guest: 'Adult', price: 30.5 },
      { guest: 'Child', price: 12 },
    ]);
    expect<unknown>(of('mixed_list')?.json).toEqual([
      { shape: 'on_foot', hours: 2 },
      { shape: 'by_bus', line: '214' },
    ]);
    expect<unknown>(of('person')?.json).toEqual({ id: 'p_0000000001', name: 'Ada Larch' });
    expect<unknown>([of('secret')?.json, of('secret')?.page]).toEqual([undefined, null]);
    expect<unknown>(of('number')?.page).toEqual({ text: '2140\u00a0m' });
  });
});
