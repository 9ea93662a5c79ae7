import { constantOf } from '../template';
import type { BlockKind } from './block-kind';
import { foundItems } from './field-items';

/** Label–value pairs. */
export const facts: BlockKind = {
  kind: 'facts',
  name: 'Facts',
  icon: 'list_alt',
  container: false,
  properties: [
    { key: 'fields', label: 'Values', control: 'fields', binds: 'any' },
    {
      key: 'labels',
      label: 'Labels',
      control: 'select',
      options: [
        { value: 'beside', label: 'Beside the value' },
        { value: 'above', label: 'Above the value' },
        { value: 'hidden', label: 'Hidden' },
      ],
    },
  ],
  compile(block, context) {
    const labels = constantOf(block, 'labels');
    const position = labels === 'above' || labels === 'hidden' ? labels : 'beside';
    const source = context.repeater ? 'row' : 'entry';
    const items = foundItems(block, 'fields', source, context).map(({ path, label, format }) => {
      const pair = `<div><dt>${context.literal(label)}</dt><dd>${context.display(path, format)}</dd></div>`;
      return `{% if ${path.expression} != nil %}${pair}{% endif %}\n`;
    });
    return items.length > 0 ? `<dl class="facts facts-${position}">\n${items.join('')}</dl>\n` : '';
  },
};
