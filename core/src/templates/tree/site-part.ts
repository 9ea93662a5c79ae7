import { breadcrumbsMarkup } from '../site-parts/breadcrumbs';
import { searchForm } from '../site-parts/search-form';
import type { NodeReader, Run, SitePartNode } from './node';
import { itemsOf } from './read';
import { expressionOf, quoted, rootOf } from './written';

const nothing = (): readonly unknown[] => [];

export const sitePart: NodeReader<SitePartNode> = {
  liquid({ part, upwards, about }) {
    if (part === 'search') return '{{ site | search_form | raw }}';
    if (!upwards) return `{{ site | breadcrumbs: ${about} | raw }}`;
    const list = upwards.many
      ? `${rootOf(upwards)} | items_at: ${quoted(upwards.keys)}`
      : expressionOf(upwards);
    return `{% assign upwards = ${list} %}{{ site | breadcrumbs: ${about}, upwards | raw }}`;
  },
  writer({ part, upwards }) {
    if (part === 'search') return (run) => searchForm(run.site);
    const read: (run: Run) => readonly unknown[] = upwards ? itemsOf(upwards) : nothing;
    return (run) => breadcrumbsMarkup(run.site, run.seats[0], read(run));
  },
};
