import type { FieldKind } from '../../fields';
import type { PathContext } from '../../paths/standing';
import type { BindingPlace } from '../binding';
import type { FoundList, FoundPath } from '../found-path';
import type { PropertyTypeName } from '../properties/names';
import type { Seat, Seats } from '../seats';
import type { Block } from '../template';
import type { PageNode } from '../tree/node';
import type { BlockKindName } from './names';

/** One control of the builder's inspector for one property of a block. */
export interface PropertyControl {
  readonly key: string;
  readonly label: string;
  /** What the property holds, which tells what it refers to. */
  readonly control: PropertyTypeName;
  /** Whether it can be bound: to kinds of fields, to whatever reads as one line, or to any. */
  readonly binds?: readonly FieldKind[] | 'line' | 'any';
  readonly options?: readonly { readonly value: string; readonly label: string }[];
}

/** What a property writes. */
export interface PropertyOutput {
  readonly nodes: readonly PageNode[];
  /** The values without any of which nothing is written around it either; none when there is always something. */
  readonly needs: readonly FoundPath[];
}

/** What compiling a block may ask. */
export interface BlockContext {
  /** Finds what a binding points to, from where the block stands; null when it is broken. */
  resolve(place: BindingPlace): FoundPath | null;
  /** Finds a list that the block can go through; null when it is gone or cannot be seen from there. */
  resolveList(path: string): FoundList | null;
  /** The same, seen from within a list. */
  within(seat: Seat): BlockContext;
  /** Where the block stands. */
  readonly seats: Seats;
  /** By which model paths are followed. */
  readonly paths: PathContext;
  /** Writes a property: its constant, or its bound value in its format. Null when there is nothing to write. */
  output(block: Block, key: string): PropertyOutput | null;
  children(block: Block): readonly PageNode[];
}

/** One kind of block. */
export interface BlockKind {
  readonly kind: BlockKindName;
  readonly name: string;
  readonly icon: string;
  readonly container: boolean;
  readonly properties: readonly PropertyControl[];
  /** How it looks on the site, in CSS. */
  readonly style: string;
  /** Compiles a block; its repetition and condition are put around by the compiler. */
  compile(block: Block, context: BlockContext): readonly PageNode[];
}
