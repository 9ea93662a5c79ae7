import type { ByHandNode, NodeReader } from './node';

export const byHand: NodeReader<ByHandNode> = {
  liquid: ({ liquid }) => liquid,
  writer: () => null,
};
