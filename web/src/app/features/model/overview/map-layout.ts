import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { linkVertical } from 'd3-shape';
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

type Point = readonly [number, number];

export interface ModelMapLayout {
  readonly width: number;
  readonly height: number;
  readonly nodes: readonly MapNode[];
  readonly edges: readonly (MapEdge & { readonly path: string; readonly top: Point })[];
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
        const to = settingsOf(relation, field.field)?.types ?? [];
        return to.map((id) => ({ from: contentType.id, to: id, kind: 'relation', label: field.label }));
      });
    return fields.length === 0 ? attached : [...attached, ...relations];
  });
}

/** Room for a node, px. */
const NODE = 172;
const TYPES_AT = 104;
const TAXONOMIES_AT = 196;

function row(nodes: readonly MapNode[], width: number, y: number): void {
  nodes.forEach((node, index) => {
    node.x = ((index + 0.5) / nodes.length) * width;
    node.y = y;
  });
}

/** Orders taxonomies by where the types that have them stand, so that few lines cross. */
function byTypes(taxonomies: readonly MapNode[], edges: readonly MapEdge[]): readonly MapNode[] {
  const middle = (node: MapNode): number => {
    const own = edges.filter(({ target }) => target === node).map(({ source }) => source.x);
    return own.length === 0 ? Infinity : own.reduce((sum, x) => sum + x, 0) / own.length;
  };
  return [...taxonomies].sort((one, other) => middle(one) - middle(other));
}

const arc = linkVertical<{ readonly source: Point; readonly target: Point }, Point>()
  .x(([x]) => x)
  .y(([, y]) => y);

/** A relation bends over the types between its ends, the higher the more there are; a taxonomy hangs below its type. */
function pathOf({ source, target, kind }: MapEdge): { readonly path: string; readonly top: Point } {
  const middle: Point = [(source.x + target.x) / 2, (source.y + target.y) / 2];
  if (kind === 'taxonomy') {
    return { path: arc({ source: [source.x, source.y], target: [target.x, target.y] }) ?? '', top: middle };
  }
  const height = 34 + Math.abs(source.x - target.x) * 0.12;
  const top = source.y - Math.min(height, TYPES_AT - 24);
  const path = `M${source.x},${source.y}C${source.x},${top} ${target.x},${top} ${target.x},${target.y}`;
  return { path, top: [middle[0], source.y - Math.min(height, TYPES_AT - 24) * 0.75] };
}

/**
 * Lays the map of a model out: types in a row with their relations above them, taxonomies below.
 * @param least the least width, px; it grows with the number of types
 * @see https://d3js.org/d3-shape/link
 */
export function layoutModel(model: CompiledModel, least: number): ModelMapLayout {
  const { contentTypes, taxonomies } = model.document;
  const types = contentTypes.map(({ id, plural, icon }): MapNode => ({
    id,
    kind: 'type',
    label: plural,
    icon,
    x: 0,
    y: 0,
  }));
  const sorted = taxonomies.map(({ id, plural, tree }): MapNode => ({
    id,
    kind: 'taxonomy',
    label: plural,
    icon: tree ? 'account_tree' : 'sell',
    x: 0,
    y: 0,
  }));
  const width = Math.max(least, types.length * NODE, sorted.length * NODE);
  row(types, width, TYPES_AT);
  const byId = new Map([...types, ...sorted].map((node) => [node.id, node]));
  const edges = new Map<string, MapEdge & { readonly labels: string[] }>();
  for (const { from, to, kind, label } of connections(model)) {
    const [source, target] = [byId.get(from), byId.get(to)];
    if (!source || !target || source === target) continue;
    const key = [from, to].sort().join(' ');
    const known = edges.get(key) ?? { source, target, kind, labels: [] };
    if (label !== '' && !known.labels.includes(label)) known.labels.push(label);
    edges.set(key, known);
  }
  const found = [...edges.values()];
  row(byTypes(sorted, found), width, TAXONOMIES_AT);
  return {
    width,
    height: sorted.length > 0 ? TAXONOMIES_AT + 34 : TYPES_AT + 34,
    nodes: [...types, ...sorted],
    edges: found.map((edge) => ({ ...edge, ...pathOf(edge) })),
  };
}
