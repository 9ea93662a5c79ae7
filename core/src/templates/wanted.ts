import type { Path } from '../paths/path';
import type { Wanted } from '../queries/load-plan';
import type { PageNode } from './tree/node';

const pathsOf = (node: PageNode): readonly Path[] => {
  if (node.kind === 'value') return [node.path.path];
  if (node.kind === 'link') return [node.to.path];
  if (node.kind === 'site_part')
    return node.upwards ? [[...node.upwards.path, { kind: 'property', property: 'label' }]] : [];
  if (node.kind === 'map')
    return [node.list, node.place, node.called].flatMap((each) => (each ? [each.path] : []));
  if (node.kind === 'by_hand') return node.paths;
  if (node.kind === 'rows') {
    const sorted = node.narrowing?.sorted ?? null;
    return [node.rows.path, ...(sorted ? [sorted.path.path] : [])];
  }
  return node.kind === 'if_there' ? node.paths.map(({ path }) => path) : [];
};

/** The way to the things that a condition is asked of; empty where none is, or it is asked of the entry itself. */
function thingsAsked(node: PageNode): Path {
  if (node.kind === 'shown_when') return node.things;
  return (node.kind === 'rows' && node.narrowing?.kept?.things) || [];
}

/**
 * Lists what a page reads beyond its entry.
 * @returns the paths of all values and lists, and the ways to things that conditions of blocks look at
 */
export function wantedBy(nodes: readonly PageNode[]): Wanted {
  const paths: Path[] = [];
  const scopes: Path[] = [];
  const visit = (node: PageNode): void => {
    paths.push(...pathsOf(node));
    const asked = thingsAsked(node);
    if (asked.length > 0) scopes.push(asked);
    if ('body' in node) node.body.forEach(visit);
    if ('otherwise' in node) node.otherwise.forEach(visit);
  };
  nodes.forEach(visit);
  return { paths, scopes };
}
