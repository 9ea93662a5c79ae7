import type { NodeReader, ShownWhenNode } from './node';

export const shownWhen: NodeReader<ShownWhenNode> = {
  liquid: ({ block, body }, { liquid }) => `{% shown_when "${block}" %}${liquid(body)}{% end_shown_when %}`,
  writer({ condition, body }, { writer }) {
    const write = writer(body);
    return write && ((run) => (run.holds(condition) ? write(run) : ''));
  },
};
