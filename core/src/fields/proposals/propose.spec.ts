import fc from 'fast-check';
import { fieldTypes, type FieldKind } from '../index';
import { proposeTypes, type KnownName } from './propose';

const names: readonly KnownName[] = [
  { singular: 'Hut', plural: 'Huts', kind: 'relation', settings: { types: ['t_hut'] } },
  { singular: 'Warden', plural: 'Wardens', kind: 'relation', settings: { types: ['t_warden'] } },
  {
    singular: 'Mountain guide',
    plural: 'Mountain guides',
    kind: 'relation',
    settings: { types: ['t_guide'] },
  },
  { singular: 'Area', plural: 'Areas', kind: 'term', settings: { taxonomy: 'y_area' } },
];
const first = (label: string): FieldKind | undefined => proposeTypes(label, names)[0]?.kind;

/** What developers type, and what they mean by it. */
const cases: readonly (readonly [string, FieldKind])[] = [
  ['Altitude', 'number'],
  ['Number of beds', 'number'],
  ['Max number of guests', 'number'],
  ['Minimum age', 'number'],
  ['Length in km', 'number'],
  ['Walking time in hours', 'number'],
  ['Price per night', 'money'],
  ['Total distance', 'number'],
  ['Capacity', 'number'],
  ['Serial number', 'text'],
  ['Order number', 'text'],
  ['Post code', 'text'],
  ['Phone number', 'phone'],
  ['House number', 'text'],
  ['ISBN', 'text'],
  ['Needs a permit', 'switch'],
  ['Has showers', 'switch'],
  ['Is open in winter', 'switch'],
  ['Dogs allowed', 'switch'],
  ['Open in winter?', 'switch'],
  ['Date of opening', 'date'],
  ['Opening date', 'date'],
  ['Closed on', 'date'],
  ['Valid until', 'date'],
  ['Updated at', 'date_time'],
  ['Email address', 'email'],
  ['Website', 'url'],
  ['Cover photo', 'image'],
  ['Photos', 'gallery'],
  ['Picture caption', 'text'],
  ['Closed because', 'long_text'],
  ['Directions', 'long_text'],
  ['Door code', 'secret'],
  ['Overnight prices', 'repeater'],
  ['Wardens', 'relation'],
  ['Start hut', 'relation'],
  ['Mountain guide', 'relation'],
  ['Area', 'term'],
  ['Opened', 'date'],
  ['Position', 'place'],
  ['Film', 'embed'],
  ['Related articles', 'relation'],
  ['Description', 'rich_text'],
  ['Brochure', 'file'],
  ['Region', 'term'],
  ['Nickname', 'text'],
  ['Zorblax', 'text'],
  ['', 'text'],
];

describe('the type proposed for a label', () => {
  for (const [label, kind] of cases) it(`“${label}” is ${kind}`, () => expect(first(label)).toBe(kind));

  it('names which of the workspace’s own things is meant, and whether several are', () => {
    expect<unknown>(proposeTypes('Wardens', names)[0]).toEqual({
      kind: 'relation',
      settings: { types: ['t_warden'] },
      several: true,
    });
    expect<unknown>(proposeTypes('Start hut', names)[0]).toEqual({
      kind: 'relation',
      settings: { types: ['t_hut'] },
      several: false,
    });
    expect<unknown>(proposeTypes('Area', names)[0]?.settings).toEqual({ taxonomy: 'y_area' });
  });

  it('takes whole words only', () => {
    expect(first('Hutong')).toBe('text');
    expect(first('Updates')).not.toBe('date');
  });

  it('has two others beside it, each kind once', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.constantFrom(...cases.map(([label]) => label))), (label) => {
        const kinds = proposeTypes(label, names).map(({ kind }) => kind);
        expect(kinds.length).toBe(3);
        expect(new Set(kinds).size).toBe(3);
      }),
    );
    expect(proposeTypes('Opened', names).map(({ kind }) => kind)).toContain('text');
  });

  it('is the one that owns a word, where nothing else is said', () => {
    for (const { kind, words } of fieldTypes)
      for (const word of words)
        expect(proposeTypes(word).map((each) => each.kind))
          .withContext(word)
          .toContain(kind);
  });
});
