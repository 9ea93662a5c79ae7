import { say } from '../../../locale/say';
import { pathsNamedIn } from '../../liquid/resolve';
import { constantOf } from '../../template';
import type { BlockKind } from '../block-kind';
import { properties } from './properties';

/** Liquid and HTML written by the developer. */
export const code: BlockKind = {
  kind: 'code',
  name: say`Code`,
  icon: 'code',
  container: false,
  properties,
  // Whoever writes the markup writes its look.
  style: '',
  compile(block, { seats, paths }) {
    const liquid = constantOf(block, 'liquid');
    if (typeof liquid !== 'string' || liquid === '') return [];
    return [{ kind: 'by_hand', liquid: `${liquid}\n`, paths: pathsNamedIn(liquid, seats, paths) }];
  },
};
