import { say } from '../../../locale/say';
import { constantOf } from '../../template';
import { html, whenNeeded, words } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { publicLabel } from '../found-items';
import { properties } from './properties';
import { style } from './style';

/** One value in large type. */
export const figure: BlockKind = {
  kind: 'figure',
  name: say`Large value`,
  icon: 'numbers',
  container: false,
  properties,
  style,
  compile(block, context) {
    const value = context.output(block, 'value');
    if (!value) return [];
    const [bound] = value.needs;
    const own = constantOf(block, 'label');
    const label =
      typeof own === 'string' && own !== '' ? own : bound ? publicLabel(bound, context.paths) : '';
    const whole = [
      html('<p class="figure"><span class="figure-value">'),
      ...value.nodes,
      html('</span>'),
      ...(label === '' ? [] : [html(' <span class="figure-label">'), words(label), html('</span>')]),
      html('</p>\n'),
    ];
    return whenNeeded(value.needs, whole);
  },
};
