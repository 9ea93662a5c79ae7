import { say } from '../../../locale/say';
import { constantOf } from '../../template';
import { html, valueAt, words } from '../../tree/make';
import type { PageNode } from '../../tree/node';
import type { BlockKind } from '../block-kind';
import { foundItems, foundRows, insteadOf, type FoundItem } from '../found-items';
import { style } from './style';
import { properties } from './properties';

const numeric = ({ path }: FoundItem): string =>
  path.field?.type.kind === 'number' ? ' class="number"' : '';

const head = (column: FoundItem): readonly PageNode[] => [
  html(`<th scope="col"${numeric(column)}>`),
  words(column.label),
  html('</th>'),
];

const cell = (column: FoundItem): readonly PageNode[] => [
  html(`<td${numeric(column)}>`),
  valueAt(column.path, column.format),
  html('</td>'),
];

/** Rows, or things that references lead to, as a table. */
export const table: BlockKind = {
  kind: 'table',
  name: say`Table`,
  icon: 'table_rows',
  container: false,
  properties,
  style,
  compile(block, context) {
    const found = foundRows(block, context);
    if (!found) return [];
    const { list, seat } = found;
    const columns = foundItems(block, 'columns', context.within(seat));
    if (columns.length === 0) return [];
    const caption = constantOf(block, 'caption');
    const body: PageNode = {
      kind: 'rows',
      rows: list,
      depth: context.seats.length,
      body: [html('<tr>'), ...columns.flatMap(cell), html('</tr>')],
      otherwise: [],
    };
    const table = [
      html('<table>\n'),
      ...(typeof caption === 'string' && caption !== ''
        ? [html('<caption>'), words(caption), html('</caption>\n')]
        : []),
      html('<thead><tr>'),
      ...columns.flatMap(head),
      html('</tr></thead>\n<tbody>'),
      body,
      html('</tbody>\n</table>'),
    ];
    return [insteadOf(block, list, table), html('\n')];
  },
};
