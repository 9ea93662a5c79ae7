import { say } from '../../../locale/say';
import { between } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { headingLevel } from './level';
import { style } from './style';
import { properties } from './properties';

/** A heading of level 1 to 4. */
export const heading: BlockKind = {
  kind: 'heading',
  name: say`Heading`,
  icon: 'title',
  container: false,
  properties,
  style,
  compile(block, context) {
    const text = context.output(block, 'text');
    if (!text) return [];
    const level = headingLevel(block);
    return between(`<h${level}>`, text, `</h${level}>`);
  },
};
