import { constantOf } from '../../template';
import type { BlockKind } from '../block-kind';

/** Liquid and HTML written by the developer. */
export const code: BlockKind = {
  kind: 'code',
  name: 'Code',
  icon: 'code',
  container: false,
  properties: [{ key: 'liquid', label: 'Liquid', control: 'liquid' }],
  // Whoever writes the markup writes its look.
  style: '',
  compile(block) {
    const liquid = constantOf(block, 'liquid');
    return typeof liquid === 'string' && liquid !== '' ? [{ kind: 'by_hand', liquid: `${liquid}\n` }] : [];
  },
};
