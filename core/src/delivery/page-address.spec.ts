import type { ContentType } from '../model/document';
import { hutType, postType } from '../testing/model';
import {
  listAddress,
  pageAddress,
  pageTakenBy,
  SITE_ROOT,
  slugAt,
  termAddress,
  termAddresses,
} from './page-address';

const page = { ...postType, id: 't_page', key: 'page', plural: 'Pages', address: '/{slug}' };
const hidden = {
  ...postType,
  id: 't_hidden',
  address: '/hidden/{slug}',
  features: { ...postType.features, page: false },
};

describe('the addresses of pages', () => {
  it('lie below the site, with the slug in its place', () => {
    expect(SITE_ROOT).toBe('/site');
    expect([pageAddress(hutType, 'larch'), pageAddress(page, 'about')]).toEqual([
      '/site/huts/larch',
      '/site/about',
    ]);
    expect([listAddress(hutType), listAddress(page)]).toEqual(['/site/huts/', '/site/']);
  });

  it('are empty for types whose entries have no pages', () => {
    expect(pageAddress(hidden, 'larch')).toBe('');
    expect(pageTakenBy([hutType], hidden, 'huts')).toBeNull();
  });

  it('are taken by the list of another type, and by the site itself', () => {
    const types = [hutType, postType, page];
    expect(pageTakenBy(types, page, 'huts')).toBe('the list of Huts');
    expect(pageTakenBy(types, page, 'posts')).toBe('the list of Posts');
    expect(pageTakenBy(types, page, 'style.css')).toBe('the site itself');
    expect(pageTakenBy(types, page, 'hut')).toBeNull();
    expect(pageTakenBy(types, hutType, 'huts')).toBeNull();
    expect(pageTakenBy([hidden], page, 'hidden')).toBeNull();
  });

  it('of terms lie where a type with pages has their taxonomy, and none has its own pages', () => {
    const taxonomy = {
      id: 'y_a',
      key: 'kind',
      pluralKey: 'hut_kinds',
      singular: 'K',
      plural: 'K',
      tree: false,
    };
    const having = { taxonomies: [{ taxonomy: 'y_a', several: true, listColumn: false }] };
    const within = (...contentTypes: readonly ContentType[]) => ({ contentTypes, taxonomies: [taxonomy] });
    const model = within({ ...page, ...having });
    expect(termAddress(model, 'y_a', 'stone')).toBe('/site/hut-kinds/stone');
    expect(termAddress(model, 'y_b', 'stone')).toBe('');
    expect([...termAddresses(within(page))]).toEqual([]);
    expect(termAddress(within({ ...hidden, ...having }), 'y_a', 'stone')).toBe('');
    const taken = { ...page, address: '/hut-kinds/{slug}' };
    expect(termAddress(within({ ...page, ...having }, taken), 'y_a', 'stone')).toBe('');
  });

  it('tell which entry stands where a list is to stand', () => {
    expect(slugAt(page, hutType)).toBe('huts');
    expect(slugAt(hutType, page)).toBeNull();
    expect(slugAt(page, page)).toBeNull();
    expect(slugAt(hidden, { ...hutType, address: '/hidden/huts/{slug}' })).toBeNull();
    expect(slugAt(page, { ...hutType, address: '/a/huts/{slug}' })).toBeNull();
    expect(slugAt(postType, { ...hutType, address: '/posts/huts/{slug}' })).toBe('huts');
  });
});
