import { placeableTerms, type WantedTerm } from './placeable-terms';

const term = (
  row: number,
  id: string,
  label: string,
  parent: string | null = null,
  key = String(row),
): WantedTerm => ({
  row,
  key,
  id,
  label,
  slug: null,
  parent,
});

describe('Terms of a package', () => {
  const placed = (rows: readonly WantedTerm[], there: Parameters<typeof placeableTerms>[1] = new Map()) => {
    const { wanted, problems } = placeableTerms(rows, there);
    return [wanted.map(({ id }) => id), problems.map(({ row, message }) => `${row} ${message}`)];
  };

  it('are made from above', () => {
    expect(placed([term(1, 'n_2', 'Valley', 'n_1'), term(2, 'n_1', 'Ridge')])).toEqual([['n_1', 'n_2'], []]);
  });

  it('are told apart by their keys and labels', () => {
    expect(
      placed([term(1, 'n_1', 'Ridge'), term(2, 'n_1', 'Ridge again', null, '1'), term(3, 'n_3', 'ridge')]),
    ).toEqual([['n_1'], ['2 Row 1 has the same key.', '3 “ridge” is there already, in the same place.']]);
  });

  it('need what they stand below', () => {
    expect(placed([term(1, 'n_2', 'Valley', 'n_9'), term(2, 'n_3', 'Brook', 'n_2')])).toEqual([
      [],
      ['1 The term above it is not taken.', '2 The term above it is not taken.'],
    ]);
    const there = new Map([['n_9', { label: 'Ridge', parent: null }]]);
    expect(placed([term(1, 'n_2', 'Valley', 'n_9')], there)).toEqual([['n_2'], []]);
  });

  it('stand in no circle; below itself is below nothing', () => {
    expect(
      placed([
        term(1, 'n_1', 'Ridge', 'n_2'),
        term(2, 'n_2', 'Valley', 'n_1'),
        term(3, 'n_3', 'Pass', 'n_3'),
      ]),
    ).toEqual([['n_3'], ['1 It stands below itself.', '2 It stands below itself.']]);
  });

  it('that are there already stay where they are', () => {
    const there = new Map([['n_1', { label: 'Ridge', parent: null }]]);
    expect(placed([term(1, 'n_1', 'Ridge', 'n_7'), term(2, 'n_2', 'Ridge')], there)).toEqual([
      ['n_1'],
      ['2 “Ridge” is there already, in the same place.'],
    ]);
  });
});
