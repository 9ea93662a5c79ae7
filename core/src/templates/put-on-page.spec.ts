import { field } from '../model/document';
import { altitude, amount, guest, modelWith, prices, typeOf } from '../testing/model';
import { findList, findPath } from './found-path';
import { fittingBlocks, type FittingBlock } from './put-on-page';
import { onPages, seatsOf } from './seats';
import { block, blockSchema, type Block } from './template';

const model = modelWith(
  altitude,
  { ...prices, fields: [guest, amount] },
  field({ id: 'f_site', key: 'site', label: 'Site', kind: 'url' }),
  field({ id: 'f_story', key: 'story', label: 'Story', kind: 'rich_text' }),
  field({ id: 'f_next', key: 'next', label: 'Next', kind: 'relation', settings: { types: ['t_hut'] } }),
  field({ id: 'f_picture', key: 'picture', label: 'Picture', kind: 'image' }),
  field({ id: 'f_views', key: 'views', label: 'Views', kind: 'gallery' }),
);
const [seats, context] = [seatsOf(typeOf(model)), onPages(model)];

function ways(path: string): readonly FittingBlock[] {
  const place = { source: 'entry', path } as const;
  const found = findPath(place, seats, context);
  if (!found) throw new Error(`Nothing stands at ${path}.`);
  return fittingBlocks(place, found, findList(path, seats, context));
}
const kinds = (path: string): readonly string[] => ways(path).map(({ kind }) => kind);
const made = ({ kind, properties, repeat, children }: FittingBlock): Block =>
  block({ id: 'b_new', kind, properties, repeat: repeat ?? null, children: children ?? [] });

describe('what a value can become on a page', () => {
  it('is told by what it is, the best first', () => {
    expect(kinds('f_altitude')).toEqual(['facts', 'figure']);
    expect(kinds('title')).toEqual(['text', 'heading']);
    expect(kinds('f_story')).toEqual(['text', 'quote']);
    expect(kinds('f_site')).toEqual(['facts', 'link', 'link']);
    expect(kinds('f_picture')).toEqual(['image']);
    expect(kinds('f_views')).toEqual(['gallery', 'gallery']);
    expect(kinds('f_prices')).toEqual(['table', 'list', 'section']);
    expect(kinds('f_next')).toEqual(['facts', 'table', 'cards', 'list', 'section']);
  });

  it('has another name for each', () => {
    for (const path of ['f_site', 'f_views', 'f_next', 'f_prices']) {
      const labels = ways(path).map(({ label }) => label);
      expect(new Set(labels).size).withContext(path).toBe(labels.length);
    }
  });

  it('is a block that can be kept', () => {
    for (const path of [
      'f_altitude',
      'title',
      'f_story',
      'f_site',
      'f_picture',
      'f_views',
      'f_prices',
      'f_next',
    ])
      for (const way of ways(path))
        expect(blockSchema.safeParse(made(way)).success)
          .withContext(`${path} as ${way.label}`)
          .toBe(true);
  });

  it('repeats over rows and over what references lead to, with what each is called', () => {
    const [rows, things] = [ways('f_prices').at(-1), ways('f_next').at(-1)];
    expect(rows?.repeat?.field).toBe('f_prices');
    expect(rows?.children?.map(({ kind }) => kind)).toEqual(['facts']);
    expect(things?.children?.[0]?.kind).toBe('heading');
  });
});
