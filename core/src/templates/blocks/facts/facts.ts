import { say } from '../../../locale/say';
import { constantOf } from '../../template';
import { html, valueAt, whenThere, words } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { foundItems } from '../found-items';
import { style } from './style';
import { properties } from './properties';

/** Label–value pairs. */
export const facts: BlockKind = {
  kind: 'facts',
  name: say`Facts`,
  icon: 'list_alt',
  container: false,
  properties,
  style,
  compile(block, context) {
    const labels = constantOf(block, 'labels');
    const position = labels === 'above' || labels === 'hidden' ? labels : 'beside';
    const found = foundItems(block, 'fields', context);
    if (found.length === 0) return [];
    const pairs = found.flatMap(({ path, label, format }) => {
      const pair = [
        html('<div><dt>'),
        words(label),
        html('</dt><dd>'),
        valueAt(path, format),
        html('</dd></div>'),
      ];
      return [whenThere([path], pair), html('\n')];
    });
    const list = [html(`<dl class="facts facts-${position}">\n`), ...pairs, html('</dl>')];
    // A list without any pair would be markup about nothing.
    const paths = found.map(({ path }) => path);
    return [whenThere(paths, list), html('\n')];
  },
};
