import { withoutAnchors } from '../address';
import type { NodeReader, UnlinkedNode } from './node';

export const unlinked: NodeReader<UnlinkedNode> = {
  liquid: ({ body }, { liquid }) =>
    `{% capture words %}${liquid(body)}{% endcapture %}{{ words | unlinked | raw }}`,
  writer({ body }, { writer }) {
    const write = writer(body);
    return write && ((run) => withoutAnchors(write(run)));
  },
};
