import type { Binding } from '../../bindings/binding';
import type { ResolvedPath } from '../../bindings/paths';
import type { FieldKind } from '../../fields';
import type { CompiledField } from '../../model/compiled';
import type { Block } from '../template';
import type { BlockKindName } from './names';

/** One control of the builder's inspector for one property of a block. */
export interface PropertyControl {
  readonly key: string;
  readonly label: string;
  readonly control: 'text' | 'long_text' | 'select' | 'value' | 'fields' | 'rows' | 'columns' | 'liquid';
  /** Whether it can be bound: to kinds of fields, to whatever reads as one line, or to any. */
  readonly binds?: readonly FieldKind[] | 'line' | 'any';
  readonly options?: readonly { readonly value: string; readonly label: string }[];
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
  /** Constant text as Liquid: escaped for HTML, its braces without effect. */
  literal(text: string): string;
  /** Liquid that writes a property: its constant, or its bound value in its format. Null when there is nothing to write. */
  output(block: Block, key: string): { readonly liquid: string; readonly guard: string | null } | null;
  /** Liquid that writes a field's value in a format. */
  display(path: ResolvedPath, format: string | null): string;
  children(block: Block): string;
}

/** One kind of block. */
export interface BlockKind {
  readonly kind: BlockKindName;
  readonly name: string;
  readonly icon: string;
  readonly container: boolean;
  readonly properties: readonly PropertyControl[];
  /** Compiles a block to Liquid; its repetition and condition are put around by the compiler. */
  compile(block: Block, context: BlockContext): string;
}

/** Liquid that tells whether a value is there: a list is, when it is not empty. */
export function isThere({ expression, field }: ResolvedPath): string {
  const isList = field !== null && (field.type.rows || field.behaviour.emptyPresented !== null);
  return isList ? `${expression}.size > 0` : `${expression} != nil`;
}

/** Wraps Liquid so that it is written only when a value is there. */
export function guarded(liquid: string, guard: string | null): string {
  return guard === null ? liquid : `{% if ${guard} %}${liquid}{% endif %}`;
}
