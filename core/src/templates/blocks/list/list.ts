import { say } from '../../../locale/say';
import { chosenOf } from '../../template';
import { html, valueAt, whenThere } from '../../tree/make';
import type { PageNode } from '../../tree/node';
import type { BlockKind } from '../block-kind';
import { foundItems, foundRows, insteadOf, type FoundItem } from '../found-items';
import { marks, properties } from './properties';
import { style } from './style';

const more = ({ path, format }: FoundItem): PageNode =>
  whenThere([path], [html(' <span class="list-more">'), valueAt(path, format), html('</span>')]);

/** Rows, or things that references lead to, one below the other. */
export const list: BlockKind = {
  kind: 'list',
  name: say`List`,
  icon: 'format_list_bulleted',
  container: false,
  properties,
  style,
  compile(block, context) {
    const found = foundRows(block, context);
    if (!found) return [];
    const [first, ...others] = foundItems(block, 'columns', context.within(found.seat));
    if (!first) return [];
    const mark = chosenOf(block, 'marks', marks);
    const tag = mark === 'numbers' ? 'ol' : 'ul';
    const item = [html('<li>'), valueAt(first.path, first.format), ...others.map(more), html('</li>\n')];
    const items: PageNode = {
      kind: 'rows',
      rows: found.list,
      depth: context.seats.length,
      body: item,
      otherwise: [],
    };
    const whole = [html(`<${tag} class="list list-${mark}">\n`), items, html(`</${tag}>`)];
    return [insteadOf(block, found.list, whole), html('\n')];
  },
};
