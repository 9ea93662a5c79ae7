import { say } from '../../../locale/say';
import { escapeHtml } from '../../../fields/html';
import { writtenAddress } from '../../address';
import { chosenOf, constantOf } from '../../template';
import { html, whenNeeded, whenThere } from '../../tree/make';
import type { PageNode } from '../../tree/node';
import type { BlockKind } from '../block-kind';
import { looks, properties } from './properties';
import { style } from './style';

/** What leads on: to an address, a page, a mail, a call or a file. */
export const link: BlockKind = {
  kind: 'link',
  name: say`Link`,
  icon: 'link',
  container: false,
  properties,
  style,
  compile(block, context) {
    const words = context.output(block, 'text');
    const look = chosenOf(block, 'look', looks) === 'button' ? 'button' : '';
    const body: readonly PageNode[] = words ? [{ kind: 'unlinked', body: words.nodes }] : [];
    const address = block.properties['address'];
    if (address && 'binding' in address) {
      const to = context.resolve(address.binding);
      if (!to?.field) return [];
      const whole: readonly PageNode[] = [
        html('<p class="link">'),
        { kind: 'link', to, look, body },
        html('</p>\n'),
      ];
      return [whenThere([to], whole)];
    }
    const written = writtenAddress(String(constantOf(block, 'address') ?? ''));
    if (written === null) return [];
    const own: readonly PageNode[] = body.length > 0 ? body : [html(escapeHtml(written))];
    const attributes = `href="${escapeHtml(written)}"${look === '' ? '' : ` class="${look}"`}`;
    const whole = [html(`<p class="link"><a ${attributes}>`), ...own, html('</a></p>\n')];
    return whenNeeded(words?.needs ?? [], whole);
  },
};
