import {
  forceCenter,
  forceCollide,
  forceLink,
  forceManyBody,
  forceSimulation,
  forceX,
  forceY,
} from 'd3-force';
import { isJsonList } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';

/** A content type or taxonomy on the map. */
export interface MapNode {
  readonly id: string;
  readonly kind: 'type' | 'taxonomy';
  readonly label: string;
  readonly icon: string;
  x: number;
  y: number;
}

/** A connection on the map: relations between types, or a taxonomy that a type has. */
export interface MapEdge {
  readonly source: MapNode;
  readonly target: MapNode;
  readonly kind: 'relation' | 'taxonomy';
  /** The labels of the relations, both sides of a mirror together. */
  readonly labels: readonly string[];
}

export interface ModelMapLayout {
  readonly nodes: readonly MapNode[];
  readonly edges: readonly MapEdge[];
}

interface Wanted {
  readonly from: string;
  readonly to: string;
  readonly kind: MapEdge['kind'];
  readonly label: string;
}

/** The connections that the model says, each relation once for each type it leads to. */
function connections(model: CompiledModel): readonly Wanted[] {
  return model.types.flatMap(({ contentType, fields, groups }) => {
    const attached = contentType.taxonomies.map(({ taxonomy }): Wanted => ({
      from: contentType.id,
      to: taxonomy,
      kind: 'taxonomy',
      label: '',
    }));
    const own = new Set(groups.map(({ group }) => group.id));
    const relations = [...model.fields.values()]
      .filter(({ type, groupId }) => type.kind === 'relation' && own.has(groupId))
      .flatMap((field): readonly Wanted[] => {
        const types = field.field.settings['types'] ?? null;
        const to = isJsonList(types) ? types.map(String) : [];
        return to.map((id) => ({ from: contentType.id, to: id, kind: 'relation', label: field.label }));
      });
    return fields.length === 0 ? attached : [...attached, ...relations];
  });
}

/**
 * Lays the map of a model out, always the same for the same model.
 * @param width the room there is, px
 * @param height the same
 * @see https://d3js.org/d3-force
 */
export function layoutModel(model: CompiledModel, width: number, height: number): ModelMapLayout {
  const { contentTypes, taxonomies } = model.document;
  const all = [
    ...contentTypes.map(({ id, plural, icon }) => ({ id, kind: 'type' as const, label: plural, icon })),
    ...taxonomies.map(({ id, plural, tree }) => ({
      id,
      kind: 'taxonomy' as const,
      label: plural,
      icon: tree ? 'account_tree' : 'sell',
    })),
  ];
  const nodes = all.map((each, index): MapNode => ({
    ...each,
    x: width / 2 + (width / 3) * Math.cos((index / all.length) * 2 * Math.PI),
    y: height / 2 + (height / 3) * Math.sin((index / all.length) * 2 * Math.PI),
  }));
  const byId = new Map(nodes.map((node) => [node.id, node]));
  const edges = new Map<
    string,
    { source: MapNode; target: MapNode; kind: MapEdge['kind']; labels: string[] }
  >();
  for (const { from, to, kind, label } of connections(model)) {
    const [source, target] = [byId.get(from), byId.get(to)];
    if (!source || !target) continue;
    const key = [from, to].sort().join(' ');
    const known = edges.get(key) ?? { source, target, kind, labels: [] };
    if (label !== '' && !known.labels.includes(label)) known.labels.push(label);
    edges.set(key, known);
  }
  const links = [...edges.values()].filter(({ source, target }) => source !== target);
  forceSimulation(nodes)
    .force('link', forceLink(links.map(({ source, target }) => ({ source, target }))).distance(170))
    .force('apart', forceManyBody().strength(-520))
    .force('room', forceCollide(78))
    .force('x', forceX(width / 2).strength(0.03))
    .force('y', forceY(height / 2).strength(0.16))
    .force('centre', forceCenter(width / 2, height / 2))
    .stop()
    .tick(240);
  for (const node of nodes) {
    node.x = Math.max(70, Math.min(width - 70, node.x));
    node.y = Math.max(24, Math.min(height - 24, node.y));
  }
  return { nodes, edges: links };
}
