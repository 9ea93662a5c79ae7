import { constantOf } from '../template';
import { isThere, type BlockKind } from './block-kind';
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
    const found = foundItems(block, 'fields', source, context);
    if (found.length === 0) return '';
    const items = found.map(({ path, label, format }) => {
      const pair = `<div><dt>${context.literal(label)}</dt><dd>${context.display(path, format)}</dd></div>`;
      return `{% if ${isThere(path)} %}${pair}{% endif %}\n`;
    });
    // A list without any pair would be markup about nothing.
    const some = found.map(({ path }) => isThere(path)).join(' or ');
    return `{% if ${some} %}<dl class="facts facts-${position}">\n${items.join('')}</dl>{% endif %}\n`;
  },
};
