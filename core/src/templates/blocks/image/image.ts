import { say } from '../../../locale/say';
import { between } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { style } from './style';
import { properties } from './properties';

/** A picture from an image field. */
export const image: BlockKind = {
  kind: 'image',
  name: say`Image`,
  icon: 'image',
  container: false,
  properties,
  style,
  compile(block, context) {
    const picture = context.output(block, 'image');
    return picture ? between('<figure>', picture, '</figure>') : [];
  },
};
