import { PROGRAMS, VISITORS } from '../access/audience';
import type { JsonValue } from '../json';
import { compileModel } from '../model/compile';
import { field } from '../model/document';
import { documentOf, facts, group, typeOf } from '../testing/model';
import { nestedModel, nestedType, storedRow } from '../testing/nested-model';
import { plainContext } from './compute';
import { presentFields, walkValues } from './present';
import { idsOf, referencesOf } from './references';
import { resolveVisibility } from './visibility';

type Stored = Record<string, JsonValue>;
const present = (values: Stored, audience = VISITORS) =>
  presentFields(
    nestedType.fields,
    resolveVisibility(nestedModel, nestedType, values, facts),
    audience,
    plainContext,
  );
const whole: Stored = {
  f_altitude: 2000,
  f_beds: { f_summer: 8 },
  f_rooms: [storedRow('r_1', { f_floor: 1, f_bunks: [storedRow('r_2', { f_width: 90 })] })],
  f_ways: [
    storedRow('r_3', { f_walk: { f_minutes: 40 } }),
    storedRow('r_4', { f_bus: {} }),
    storedRow('r_5', {}),
  ],
};

describe('values at any depth', () => {
  it('are presented as nothing in the shape of their fields, where nothing is stored', () => {
    expect<unknown>(present({})).toEqual({
      altitude: null,
      beds: { summer: null, winter: null },
      rooms: [],
      ways: [],
    });
  });

  it('are presented in groups, rows and shapes', () => {
    expect<unknown>(present(whole, PROGRAMS)).toEqual({
      altitude: 2000,
      beds: { summer: 8, winter: null },
      rooms: [{ floor: 1, bunks: [{ width: 90 }] }],
      ways: [{ shape: 'walk', minutes: 40 }, { shape: 'bus', line: null }, { shape: null }],
    });
  });

  it('stand under the key of their shape as well, for pages', () => {
    expect<unknown>(present(whole)['ways']).toEqual([
      { shape: 'walk', minutes: 40, walk: { minutes: 40 } },
      { shape: 'bus', line: null, bus: { line: null } },
      { shape: null },
    ]);
  });

  it('are walked over with the way to each, empty and hidden ones left out', () => {
    const found: string[] = [];
    const walk = (values: Stored): void =>
      walkValues(
        nestedType.fields,
        resolveVisibility(nestedModel, nestedType, values, facts),
        (_field, value, path) => found.push(`${path.join('/')} ${JSON.stringify(value)}`),
      );
    walk({ ...whole, f_altitude: null });
    expect(found).toEqual([
      'f_beds/f_summer 8',
      'f_rooms/0/f_floor 1',
      'f_rooms/0/f_bunks/0/f_width 90',
      'f_ways/0/f_walk/f_minutes 40',
    ]);
  });
});

describe('what values refer to', () => {
  const model = compileModel(
    documentOf(
      group({
        fields: [
          field({ id: 'f_p', key: 'p', label: 'P', kind: 'image' }),
          field({ id: 'f_g', key: 'g', label: 'G', kind: 'gallery' }),
          field({ id: 'f_r', key: 'r', label: 'R', kind: 'relation' }),
          field({ id: 'f_t', key: 't', label: 'T', kind: 'text' }),
        ],
      }),
    ),
  );
  const type = typeOf(model);
  const referencesIn = (values: Stored) =>
    referencesOf(type.fields, resolveVisibility(model, type, values, facts));

  it('is listed by kind, in the order of the form, and each id once', () => {
    const found = referencesIn({ f_p: 'm_1', f_g: ['m_2', 'm_1', 3], f_r: ['e_1'], f_t: 'm_9' });
    expect(found.map(({ kind, id }) => `${kind} ${id}`)).toEqual([
      'medium m_1',
      'medium m_2',
      'medium m_1',
      'entry e_1',
    ]);
    expect(idsOf(found, 'medium')).toEqual(['m_1', 'm_2']);
    expect(idsOf(found, 'entry')).toEqual(['e_1']);
    expect(idsOf(found, 'term')).toEqual([]);
  });

  it('is nothing where nothing is stored', () => expect(referencesIn({})).toEqual([]));
});
