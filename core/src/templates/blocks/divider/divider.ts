import { say } from '../../../locale/say';
import { html } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { properties } from './properties';
import { style } from './style';

/** A line between parts of a page. */
export const divider: BlockKind = {
  kind: 'divider',
  name: say`Divider`,
  icon: 'horizontal_rule',
  container: false,
  properties,
  style,
  compile: () => [html('<hr>\n')],
};
