import { say } from '../../../locale/say';
import { between } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { style } from './style';
import { properties } from './properties';

/** Running text, constant or bound. */
export const text: BlockKind = {
  kind: 'text',
  name: say`Text`,
  icon: 'notes',
  container: false,
  properties,
  style,
  compile(block, context) {
    const text = context.output(block, 'text');
    return text ? between('<div class="text">', text, '</div>') : [];
  },
};
