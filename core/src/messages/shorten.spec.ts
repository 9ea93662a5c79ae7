import { shorten } from './shorten';

describe('shortening', () => {
  it('leaves what fits as it is, and never makes more than was allowed', () => {
    expect(shorten('A long way', 10)).toBe('A long way');
    expect(shorten('A long way', 6)).toBe('A lon…');
    expect(shorten('x'.repeat(100)).length).toBe(40);
  });
});
