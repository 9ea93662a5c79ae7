import fc from 'fast-check';
import { JSON_DEPTH_LIMIT, sameJson, unstorableJson, type JsonValue } from './json';

describe('JSON values', () => {
  it('are compared by content, whatever the order of members', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        const [left, right]: JsonValue[] = [JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b))];
        expect(sameJson(left, JSON.parse(JSON.stringify(left)))).toBeTrue();
        expect(sameJson(left, right)).toBe(sameJson(right, left));
      }),
    );
    expect(sameJson({ a: 1, b: 2 }, { b: 2, a: 1 })).toBeTrue();
    expect(sameJson({ a: 1 }, { a: 1, b: null })).toBeFalse();
    expect(sameJson([1, 2], [2, 1])).toBeFalse();
    expect(sameJson(undefined, null)).toBeFalse();
  });

  it('that a database cannot hold are told with what is wrong', () => {
    expect(unstorableJson({ a: ['fine', 1, null] })).toBeNull();
    expect(unstorableJson({ a: 'x\u0000' })).toBe('a NUL character');
    expect(unstorableJson({ 'x\u0000': 1 })).toBe('a NUL character');
    expect(unstorableJson(['\ud800'])).toBe('half of a surrogate pair');
    let deep: JsonValue = 1;
    for (let level = 0; level <= JSON_DEPTH_LIMIT; level += 1) deep = [deep];
    expect(unstorableJson(deep)).toContain('nesting deeper');
  });
});
