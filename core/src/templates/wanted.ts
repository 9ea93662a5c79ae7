import type { Path } from '../paths/path';
import type { Wanted } from '../queries/load-plan';
import type { PageNode } from './tree/node';

const pathsOf = (node: PageNode): readonly Path[] => {
  if (node.kind === 'value') return [node.path.path];
  if (node.kind === 'by_hand') return node.paths;
  if (node.kind === 'rows') return [node.rows.path];
  return node.kind === 'if_there' ? node.paths.map(({ path }) => path) : [];
};

/**
 * Lists what a page reads beyond its entry.
 * @returns the paths of all values and lists, and the ways to things that conditions of blocks look at
 */
export function wantedBy(nodes: readonly PageNode[]): Wanted {
  const paths: Path[] = [];
  const scopes: Path[] = [];
  const visit = (node: PageNode): void => {
    paths.push(...pathsOf(node));
    if (node.kind === 'shown_when' && node.things.length > 0) scopes.push(node.things);
    if ('body' in node) node.body.forEach(visit);
    if ('otherwise' in node) node.otherwise.forEach(visit);
  };
  nodes.forEach(visit);
  return { paths, scopes };
}
