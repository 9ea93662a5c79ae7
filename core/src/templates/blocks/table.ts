import { constantOf } from '../template';
import type { BlockKind } from './block-kind';
import { foundItems } from './field-items';

/** The rows of a repeater as a table. */
export const table: BlockKind = {
  kind: 'table',
  name: 'Table',
  icon: 'table_rows',
  container: false,
  properties: [
    { key: 'rows', label: 'Rows of', control: 'rows', binds: ['repeater'] },
    { key: 'columns', label: 'Columns', control: 'columns' },
    { key: 'caption', label: 'Caption', control: 'text' },
  ],
  compile(block, context) {
    const rows = constantOf(block, 'rows');
    const path = typeof rows === 'string' ? context.resolveRows(rows) : null;
    if (!path?.field) return '';
    const columns = foundItems(block, 'columns', 'row', { resolve: context.resolveIn(path.field) });
    if (columns.length === 0) return '';
    const caption = constantOf(block, 'caption');
    const numeric = (column: (typeof columns)[number]): string =>
      column.path.field?.type.kind === 'number' ? ' class="number"' : '';
    const head = columns.map(
      (column) => `<th scope="col"${numeric(column)}>${context.literal(column.label)}</th>`,
    );
    const cells = columns.map(
      (column) => `<td${numeric(column)}>${context.display(column.path, column.format)}</td>`,
    );
    return [
      `{% if ${path.expression}.size > 0 %}<table>`,
      typeof caption === 'string' && caption !== '' ? `<caption>${context.literal(caption)}</caption>` : '',
      `<thead><tr>${head.join('')}</tr></thead>`,
      `<tbody>{% for row in ${path.expression} %}<tr>${cells.join('')}</tr>{% endfor %}</tbody>`,
      '</table>{% endif %}',
    ]
      .filter(Boolean)
      .join('\n')
      .concat('\n');
  },
};
