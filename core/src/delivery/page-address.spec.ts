import { hutType, postType } from '../testing/model';
import { listAddress, pageAddress, pageTakenBy, SITE_ROOT, slugAt } from './page-address';

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

  it('tell which entry stands where a list is to stand', () => {
    expect(slugAt(page, hutType)).toBe('huts');
    expect(slugAt(hutType, page)).toBeNull();
    expect(slugAt(page, page)).toBeNull();
    expect(slugAt(hidden, { ...hutType, address: '/hidden/huts/{slug}' })).toBeNull();
    expect(slugAt(page, { ...hutType, address: '/a/huts/{slug}' })).toBeNull();
    expect(slugAt(postType, { ...hutType, address: '/posts/huts/{slug}' })).toBe('huts');
  });
});
