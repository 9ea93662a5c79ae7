import { relatedModel } from '../testing/related-model';
import { typeOf } from '../testing/model';
import { PLAIN_LIST } from '../queries/listed';
import { usesOf } from '../uses/uses';
import { copyBlock } from './block-tree';
import { checkTemplate } from './check';
import { listedQueries, listedTypeOf, listPath } from './listed';
import { block, type Block, type TemplateContent } from './template';

const type = typeOf(relatedModel);
const template = (...blocks: readonly Block[]): TemplateContent => ({
  mode: 'blocks',
  liquid: '',
  blocks: [...blocks],
});
const list = (rows: string, more: Partial<Block> = {}): Block =>
  block({
    id: 'b_list',
    kind: 'list',
    properties: { rows: { constant: rows }, columns: { constant: [{ field: 'title', format: null }] } },
    ...more,
  });
const messages = (...blocks: readonly Block[]) =>
  checkTemplate(template(...blocks), type, relatedModel).map(({ message }) => message);

describe('a block that goes through the entries of a type', () => {
  it('is known by what it goes through, also where it repeats over something else', () => {
    expect(listedTypeOf(list('*t_post'))).toBe('t_post');
    expect(listedTypeOf(list('f_prices'))).toBeNull();
    const repeated = list('*t_post', { repeat: { field: 'f_prices', emptyMessage: '' } });
    expect(listedTypeOf(repeated)).toBe('t_post');
    expect(
      listedTypeOf(block({ id: 'b_1', kind: 'section', repeat: { field: '*t_hut', emptyMessage: '' } })),
    ).toBe('t_hut');
  });

  it('has a list of its own, and so has its copy', () => {
    const one = list('*t_post', { query: { ...PLAIN_LIST, take: 3 } });
    const other = copyBlock(one);
    expect(listPath(one, '*t_post')).toBe('*t_post.b_list');
    expect(listPath(one, 'f_prices')).toBe('f_prices');
    const queries = listedQueries([block({ id: 'b_1', kind: 'section', children: [one] }), other]);
    expect([...queries.keys()]).toEqual(['b_list', other.id]);
    expect([...queries.values()].map(({ take }) => take)).toEqual([3, 3]);
  });

  it('is told where its type is gone, or where its query asks for what is gone', () => {
    expect(messages(list('*t_post'))).toEqual([]);
    expect(messages(list('*t_gone'))).toContain('It lists the entries of a content type that was removed.');
    const query = { ...PLAIN_LIST, alike: [{ path: 'f_huts/id', as: 'f_gone' }] };
    expect(messages(list('*t_post', { query }))).toEqual([
      jasmine.stringMatching(/^Its list shows nothing\. /),
    ]);
  });

  it('uses the fields that its query asks about, on both sides', () => {
    const query = {
      ...PLAIN_LIST,
      alike: [{ path: 'f_huts/id', as: 'id' }],
      sort: { path: 'f_lead', descending: false },
    };
    const uses = usesOf(relatedModel, new Map([['t_hut', template(list('*t_post', { query }))]]));
    for (const field of ['f_huts', 'f_lead'])
      expect(uses.get(field)?.some(({ place }) => place.kind === 'template'))
        .withContext(field)
        .toBeTrue();
  });
});
