import fc from 'fast-check';
import { block, walkBlocks, type Block } from './template';
import { copyBlock, findBlock, insertBlock, moveBlock, outlineOf, updateBlock } from './block-tree';

const text = (id: string): Block => block({ id, kind: 'text' });
const section = (id: string, ...children: readonly Block[]): Block =>
  block({ id, kind: 'section', children: [...children] });
const tree = [text('b_a'), section('b_s', text('b_b'), section('b_t', text('b_c')))];
const ids = (blocks: readonly Block[]): readonly string[] => {
  const found: string[] = [];
  walkBlocks(blocks, ({ id }) => found.push(id));
  return found;
};

describe('the tree of blocks', () => {
  it('is listed with depths, parents first', () => {
    expect(outlineOf(tree).map(({ block: { id }, depth }) => `${depth} ${id}`)).toEqual([
      '0 b_a',
      '0 b_s',
      '1 b_b',
      '1 b_t',
      '2 b_c',
    ]);
  });

  it('finds a block with its parents and its place', () => {
    const place = findBlock(tree, 'b_c');
    expect([place?.parent?.id, place?.index, place?.ancestors.map(({ id }) => id)]).toEqual([
      'b_t',
      0,
      ['b_s', 'b_t'],
    ]);
    expect(findBlock(tree, 'b_none')).toBeNull();
  });

  it('keeps what a change does not touch', () => {
    const changed = updateBlock(tree, 'b_b', (each) => [{ ...each, kind: 'heading' }]);
    expect(changed[0]).toBe(tree[0]);
    expect(findBlock(changed, 'b_b')?.block.kind).toBe('heading');
  });

  it('inserts and removes', () => {
    expect(ids(insertBlock(tree, 'b_t', 0, text('b_new')))).toEqual([
      'b_a',
      'b_s',
      'b_b',
      'b_t',
      'b_new',
      'b_c',
    ]);
    expect(ids(updateBlock(tree, 'b_t', () => []))).toEqual(['b_a', 'b_s', 'b_b']);
  });

  it('does not move a block into itself', () => {
    expect(ids(moveBlock(tree, 'b_s', 'b_t', 0))).toEqual(ids(tree));
  });

  it('loses no block and doubles none, however blocks are moved', () => {
    const known = [...ids(tree)];
    const move = fc.record({
      id: fc.constantFrom(...known),
      parent: fc.constantFrom(null, 'b_s', 'b_t'),
      index: fc.nat(4),
    });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 8 }), (moves) => {
        const moved = moves.reduce<readonly Block[]>(
          (blocks, { id, parent, index }) => moveBlock(blocks, id, parent, index),
          tree,
        );
        expect([...ids(moved)].sort()).toEqual([...known].sort());
      }),
    );
  });

  it('copies with ids of their own', () => {
    const copy = copyBlock(section('b_s', text('b_b')));
    expect(ids([copy]).some((id) => ['b_s', 'b_b'].includes(id))).toBeFalse();
    expect(copy.children.length).toBe(1);
  });
});
