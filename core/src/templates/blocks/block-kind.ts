import type { Binding } from '../../bindings/binding';
import type { ResolvedPath } from '../../bindings/paths';
import type { FieldKind } from '../../fields';
import type { CompiledField } from '../../model/compiled';
import type { PropertyTypeName } from '../properties/names';
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
  /** The value without which nothing is written around it either; null when there is always something. */
  readonly needs: ResolvedPath | null;
}

/** What compiling a block may ask. */
export interface BlockContext {
  /** Finds what a binding points to, from where the block stands; null when it is broken. */
  resolve(binding: Pick<Binding, 'source' | 'path'>): ResolvedPath | null;
  /** Finds rows that the block can go through; null when they are gone or cannot be seen from there. */
  resolveRows(id: string): ResolvedPath | null;
  /** The same as resolve, seen from the rows of a field. */
  resolveIn(rows: CompiledField): BlockContext['resolve'];
  /** The repeater over whose rows the block stands. */
  readonly repeater: CompiledField | null;
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
