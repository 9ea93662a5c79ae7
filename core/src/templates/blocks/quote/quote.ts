import { say } from '../../../locale/say';
import { between, html, whenNeeded } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { properties } from './properties';
import { style } from './style';

/** What somebody said. */
export const quote: BlockKind = {
  kind: 'quote',
  name: say`Quote`,
  icon: 'format_quote',
  container: false,
  properties,
  style,
  compile(block, context) {
    const text = context.output(block, 'text');
    if (!text) return [];
    const source = context.output(block, 'source');
    const whole = [
      html('<figure class="quote"><blockquote>'),
      ...text.nodes,
      html('</blockquote>'),
      ...(source ? between('<figcaption>', source, '</figcaption>') : []),
      html('</figure>\n'),
    ];
    return whenNeeded(text.needs, whole);
  },
};
