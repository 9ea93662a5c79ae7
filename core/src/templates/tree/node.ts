import type { Path } from '../../paths/path';
import type { ReferenceKind } from '../../fields/reference';
import type { FoundPath } from '../found-path';
import type { Condition } from '../../conditions/condition';
import type { CompiledField, CompiledType } from '../../model/compiled';
import type { JsonObject } from '../../json';

/** Constant HTML; braces in it have no effect. */
export interface MarkupNode {
  readonly kind: 'markup';
  readonly html: string;
}

/** A value as its field shows it, or a property that every entry has. */
export interface ValueNode {
  readonly kind: 'value';
  readonly path: FoundPath;
  readonly format: string | null;
}

/** What is written when one of some values is there, and what otherwise. */
export interface IfThereNode {
  readonly kind: 'if_there';
  readonly paths: readonly FoundPath[];
  readonly body: readonly PageNode[];
  readonly otherwise: readonly PageNode[];
}

/** Which items of a list a block repeats over, and in what order. */
export interface Narrowing {
  /** The block whose condition each of them has to fit; null for all. */
  readonly kept: {
    readonly block: string;
    readonly condition: Condition;
    /** The way from the entry to the things that it is asked of. */
    readonly things: Path;
  } | null;
  /** The value that they are put in order by, seen from each; null for the order in which they stand. */
  readonly sorted: { readonly path: FoundPath; readonly descending: boolean } | null;
  /** How many of them at most; null for all. */
  readonly take: number | null;
}

/** What is written for each row or thing of a list, and what when there is none. */
export interface RowsNode {
  readonly kind: 'rows';
  readonly rows: FoundPath;
  /** Which of them, in what order; all as they stand where nothing is said. */
  readonly narrowing?: Narrowing;
  /** Which of the seats stands in it. */
  readonly depth: number;
  readonly body: readonly PageNode[];
  readonly otherwise: readonly PageNode[];
}

/** What is written when a block's condition holds, seen from the row it stands in. */
export interface ShownWhenNode {
  readonly kind: 'shown_when';
  readonly block: string;
  readonly condition: Condition;
  /** The way from the entry to the thing that it is asked of. */
  readonly things: Path;
  readonly body: readonly PageNode[];
}

/** A link to where the value of a field leads. */
export interface LinkNode {
  readonly kind: 'link';
  readonly to: FoundPath;
  /** Its class; empty for none. */
  readonly look: string;
  /** Its words; none for those of what it leads to. */
  readonly body: readonly PageNode[];
}

/** What is written without the links in it. */
export interface UnlinkedNode {
  readonly kind: 'unlinked';
  readonly body: readonly PageNode[];
}

/** Places on a map: those of a list, or what a value is. */
export interface MapNode {
  readonly kind: 'map';
  readonly list: FoundPath | null;
  /** Seen from each of the list where there is one. */
  readonly place: FoundPath;
  /** What each of the list is called, seen from it. */
  readonly called: FoundPath | null;
  /** What the map shows, for who cannot see it. */
  readonly name: string;
}

/** A part that the site itself writes, with its own words. */
export interface SitePartNode {
  readonly kind: 'site_part';
  readonly part: 'breadcrumbs' | 'search';
  /** What the page is about, as Liquid calls it. */
  readonly about: ReferenceKind;
  /** The things from the page up to the first; null where there are none. */
  readonly upwards: FoundPath | null;
}

/** Liquid that somebody wrote by hand. */
export interface ByHandNode {
  readonly kind: 'by_hand';
  readonly liquid: string;
  /** The paths that it names. */
  readonly paths: readonly Path[];
}

/** What a page is made of: blocks compile to a tree of these, which Liquid and plain functions are made from alike. */
export type PageNode =
  | MarkupNode
  | ValueNode
  | IfThereNode
  | RowsNode
  | ShownWhenNode
  | LinkNode
  | UnlinkedNode
  | MapNode
  | SitePartNode
  | ByHandNode;
export type PageNodeKind = PageNode['kind'];

/** What a page is written from, and where the writing has come to. */
export interface Run {
  readonly site: JsonObject;
  readonly type: CompiledType;
  /** The entry, then what it stands on in each list around, the innermost last. */
  readonly seats: unknown[];
  /** Nodes written in rows so far: lists in lists can be many. */
  steps: number;
  /** Whether a condition holds, seen from the present row, or from an item. */
  holds(condition: Condition, item?: unknown): boolean;
}

/** Writes a part of a page. */
export type Write = (run: Run) => string;

/** The two ways to read a tree, for nodes that hold others. */
export interface Readers {
  liquid(nodes: readonly PageNode[]): string;
  /** @returns null where only Liquid can write some of them */
  writer(nodes: readonly PageNode[]): Write | null;
}

/** How one kind of node is read. */
export interface NodeReader<Node extends PageNode> {
  /** The node as Liquid. */
  liquid(node: Node, readers: Readers): string;
  /** The node as a function; null where only Liquid can write it. */
  writer(node: Node, readers: Readers): Write | null;
}

/** Whether a value is a list in what is presented, which is there when it is not empty. */
export const isList = ({ field }: { readonly field: CompiledField | null }): boolean =>
  field !== null && (field.type.rows || field.behaviour.emptyPresented !== null);
