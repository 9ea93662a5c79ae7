import { counted, numbered } from '../locale/counts';

describe('numbers in sentences', () => {
  it('are written in groups of digits', () => {
    expect([0, 999, 20024, 1234567].map(numbered)).toEqual(['0', '999', '20,024', '1,234,567']);
  });

  it('have the name of one for one only', () => {
    expect([0, 1, 2, 1000].map((amount) => counted(amount, 'entry', 'entries'))).toEqual([
      '0 entries',
      '1 entry',
      '2 entries',
      '1,000 entries',
    ]);
  });
});
