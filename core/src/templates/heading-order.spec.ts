import { headingFindings } from './heading-order';
import { block, type Block } from './template';

describe('the order of headings', () => {
  const heading = (id: string, level: string | null, children: readonly Block[] = []): Block =>
    block({
      id,
      kind: children.length > 0 ? 'section' : 'heading',
      properties: level === null ? {} : { level: { constant: level } },
      children,
    });
  const found = (...blocks: readonly Block[]) =>
    headingFindings({ mode: 'blocks', liquid: '', blocks: [...blocks] }).map((finding) => finding.block);

  it('goes down by one level and up by any', () => {
    const deep = heading('s', null, [heading('b', null), heading('c', '3'), heading('d', '4')]);
    expect(found(heading('a', '1'), deep, heading('e', '2'))).toEqual([]);
    expect(found(heading('a', '2'))).toEqual([]);
    expect(found()).toEqual([]);
  });

  it('leaves no level out, also over sections, and has one first heading', () => {
    expect(found(heading('a', '1'), heading('s', null, [heading('b', '3')]))).toEqual(['b']);
    expect(found(heading('a', '1'), heading('b', '4'), heading('c', '1'))).toEqual(['b', 'c']);
    expect(headingFindings({ mode: 'liquid', liquid: '<h4>', blocks: [heading('a', '1')] })).toEqual([]);
  });
});
