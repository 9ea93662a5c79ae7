import type { Own } from './studio/revisions';
import { mergeOwn } from './merge-own';

describe('merging what an entry has beside its values', () => {
  const base: Own = { title: 'Larch Hut', slug: 'larch-hut', status: 'draft', parent: null, template: null };

  it('keeps what either changed', () => {
    const mine: Own = { ...base, title: 'Larch House', parent: 'e_above' };
    const theirs: Own = { ...base, slug: 'larch', status: 'published' };
    expect(mergeOwn(base, mine, theirs)).toEqual({
      own: { title: 'Larch House', slug: 'larch', status: 'published', parent: 'e_above', template: null },
      conflicts: [],
    });
  });

  it('names what both changed differently, and takes mine', () => {
    const mine: Own = { ...base, title: 'Larch House', slug: 'larch' };
    const theirs: Own = { ...base, title: 'Larch Lodge', slug: 'larch' };
    const { own, conflicts } = mergeOwn(base, mine, theirs);
    expect(own.title).toBe('Larch House');
    expect(conflicts).toEqual(['title']);
  });

  it('keeps what was taken away', () => {
    const below: Own = { ...base, parent: 'e_above' };
    expect(mergeOwn(below, base, { ...below, title: 'Larch House' }).own.parent).toBeNull();
  });
});
