import type { JsonValue } from '@tovlet/core/json';
import { extentOf } from './extent';

describe('how much would be written out', () => {
  it('is every value, in objects and lists', () => {
    expect(extentOf([])).toBe(0);
    expect(extentOf([null, 'a'])).toBe(2);
    expect(extentOf([{ a: 1, b: [2, 3] }])).toBe(5);
  });

  it('counts what stands in several places in each of them, without going through it again', () => {
    // Forty levels of two each: more than can be gone through, told at once.
    let value: JsonValue = 'end';
    for (let level = 0; level < 40; level += 1) value = [value, value];
    expect(extentOf([value])).toBe(2 ** 41 - 1);
  });
});
