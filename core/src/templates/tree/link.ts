import { linkMarkup } from '../address';
import type { LinkNode, NodeReader } from './node';
import { readerOf } from './read';
import { expressionOf, quoted, rootOf } from './written';

export const link: NodeReader<LinkNode> = {
  liquid({ to, look, body }, { liquid }) {
    const { many, keys, resolved } = to;
    const value = many ? `${rootOf(to)} | values_at: ${quoted(keys)}` : expressionOf(to);
    const field = quoted(resolved.keys.split('.'));
    return `{% capture words %}${liquid(body)}{% endcapture %}{{ ${value} | link_to: ${field}, words, "${look}" | raw }}`;
  },
  writer({ to, look, body }, { writer }) {
    const write = writer(body);
    const { field } = to;
    if (!write || !field) return null;
    const read = readerOf(to);
    return (run) => linkMarkup(field, read(run), write(run), look);
  },
};
