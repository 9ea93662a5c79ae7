import { constantOf } from '../template';
import type { BlockKind } from './block-kind';

/** Holds other blocks. */
export const section: BlockKind = {
  kind: 'section',
  name: 'Section',
  icon: 'crop_square',
  container: true,
  properties: [
    {
      key: 'tone',
      label: 'Tone',
      control: 'select',
      options: [
        { value: 'plain', label: 'Plain' },
        { value: 'raised', label: 'Raised' },
      ],
    },
  ],
  compile(block, context) {
    const tone = constantOf(block, 'tone') === 'raised' ? 'raised' : 'plain';
    return `<section class="section section-${tone}">\n${context.children(block)}</section>\n`;
  },
};
