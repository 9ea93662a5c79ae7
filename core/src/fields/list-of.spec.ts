import fc from 'fast-check';
import { Ajv2020 } from 'ajv/dist/2020';
import type { JsonValue } from '../json';
import { issueMessage } from '../messages/issue-words';
import { field, type Field } from '../model/document';
import { fieldOf, modelWith } from '../testing/model';
import { plainContext } from '../values/compute';
import { fieldTypes } from '.';

const listed = (
  kind: Field['kind'],
  settings = {},
  many = { min: null as number | null, max: null as number | null },
) => fieldOf(modelWith(field({ id: 'f_x', key: 'x', label: 'Links', kind, settings, many })), 'f_x');
const codes = (behaviour: ReturnType<typeof listed>['behaviour'], value: JsonValue) =>
  behaviour.validate(value).map(({ code }) => code);

describe('a list of values of a simple type', () => {
  for (const type of fieldTypes.filter(({ listable }) => listable)) {
    it(`of ${type.name}: takes its examples, refuses one value alone, and is never null`, () => {
      const settings = type.kind === 'one_choice' ? { choices: [{ value: 'easy', label: 'Easy' }] } : {};
      const { behaviour, type: own } = listed(type.kind, settings);
      expect(own.list).toBeTrue();
      expect(codes(behaviour, [type.example, type.example])).toEqual([]);
      expect(codes(behaviour, type.example)).toEqual(['not_a_list']);
      expect<unknown>(behaviour.emptyPresented).toEqual([]);
      expect(behaviour.isEmpty([])).toBeTrue();
    });
  }

  it('names the value that is wrong, and mends it in its place', () => {
    const { behaviour } = listed('url');
    const [issue] = behaviour.validate(['https://a.example', 'b.example']);
    expect(issue && issueMessage(issue, 'Links')).toContain('Links, value 2');
    expect<unknown>(issue?.fix?.value).toEqual(['https://a.example', 'https://b.example']);
  });

  it('has limits, which JSON Schema knows too', () => {
    const { behaviour } = listed('number', { min: 0 }, { min: 2, max: 3 });
    const valid = new Ajv2020({ strict: false }).compile(behaviour.jsonSchema);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -2, max: 5 }), { maxLength: 5 }), (values) => {
        expect(valid(values)).toBe(behaviour.validate(values).length === 0);
      }),
    );
  });

  it('shows and presents its values one after the other, without those that are gone', () => {
    const { behaviour } = listed('image');
    expect<unknown>(behaviour.present(['m_0001', 'm_0002'], { ...plainContext, refer: () => null })).toEqual(
      [],
    );
    expect(listed('text').behaviour.display(['a', 'b'], undefined)).toEqual({ text: 'a, b' });
  });

  it('of containers, headings and secrets does not exist', () => {
    const model = modelWith(
      field({ id: 'f_x', key: 'x', label: 'X', kind: 'secret', many: { min: null, max: null } }),
    );
    expect(fieldOf(model, 'f_x').type.list).toBeFalse();
  });
});
