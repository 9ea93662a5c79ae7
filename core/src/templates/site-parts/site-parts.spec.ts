import { altitude } from '../../testing/model';
import { renderBlocks } from '../../testing/render-blocks';
import { block } from '../template';
import { breadcrumbsMarkup } from './breadcrumbs';
import { searchForm } from './search-form';
import { siteJson } from './site-facts';

const site = siteJson({
  name: 'Velmark',
  language: 'de-CH',
  search: '/site/search',
  above: [{ label: 'Huts & more', url: '/site/huts/' }],
});

describe('what the site writes on a page', () => {
  it('is the way there, in its own language: the start, the list, the page', () => {
    const trail = breadcrumbsMarkup(site, { title: 'Larch <Hut>' }, null);
    expect(trail).toContain('<a href="/site/">Start</a> › <a href="/site/huts/">Huts &amp; more</a> › ');
    expect(trail).toContain('<span aria-current="page">Larch &lt;Hut&gt;</span>');
    expect(trail).toContain('aria-label="Wo dies steht"');
  });

  it('is the way over the terms above, the highest first, which may have no page', () => {
    const upwards = [
      { label: 'Kest', url: '/site/areas/kest' },
      { label: 'North', url: '/site/areas/north' },
      { label: 'Range', url: '' },
    ];
    expect(breadcrumbsMarkup({ ...site, above: [] }, { label: 'Kest' }, upwards)).toContain(
      '</a> › Range › <a href="/site/areas/north">North</a> › <span aria-current="page">Kest</span>',
    );
  });

  it('is a search of the whole site', () => {
    expect(searchForm(site)).toContain('action="/site/search"');
    expect(searchForm(site)).toContain('role="search"');
  });

  it('is the same in both ways to write a page', () => {
    const { byLiquid, byFunction } = renderBlocks(
      { fields: [altitude], values: {} },
      block({ id: 'b_1', kind: 'breadcrumbs' }),
      block({ id: 'b_2', kind: 'search' }),
    );
    expect(byFunction).toBe(byLiquid);
    expect(byLiquid).toContain('<span aria-current="page">Larch Hut</span>');
    expect(byLiquid).toContain('role="search"');
  });
});
