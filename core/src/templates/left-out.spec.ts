import { relatedModel } from '../testing/related-model';
import { typeOf } from '../testing/model';
import { leftOut } from './left-out';
import { onPages } from './seats';
import { block, type Block } from './template';

const context = onPages(relatedModel);
const missing = (...blocks: readonly Block[]): readonly string[] =>
  leftOut(blocks, typeOf(relatedModel), context).map(({ path }) => path.keys);
const text = (path: string): Block =>
  block({
    id: `b_${path}`,
    kind: 'text',
    properties: { text: { binding: { source: 'entry', path, format: null, fallback: '' } } },
  });

describe('what a page leaves out', () => {
  it('is everything that can be shown where it is empty, once each, in the order of the form', () => {
    expect(missing()).toEqual([
      'entry.altitude',
      'entry.story',
      'entry.beds.rooms',
      'entry.prices',
      'entry.area',
    ]);
  });

  it('is not what a block shows, lists, or goes on from', () => {
    const table = block({
      id: 'b_table',
      kind: 'table',
      properties: {
        rows: { constant: 'f_prices' },
        columns: { constant: [{ field: 'f_who', format: null }] },
      },
    });
    expect(missing(text('f_altitude'), table, text('f_story/title'))).toEqual([
      'entry.beds.rooms',
      'entry.area',
    ]);
  });

  it('is also what a block is only put in order by', () => {
    const sort = { path: 'f_altitude', descending: false };
    const story = block({
      id: 'b_s',
      kind: 'section',
      repeat: { field: 'f_story/f_huts', emptyMessage: '', sort },
    });
    expect(missing(story)).toContain('entry.altitude');
  });

  it('is a group no more once one of its values is shown', () => {
    expect(missing(text('f_beds/f_rooms'))).not.toContain('entry.beds.rooms');
    expect(missing(text('f_rooms'))).not.toContain('entry.beds.rooms');
  });
});
