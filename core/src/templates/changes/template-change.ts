import type { BlockProperty } from '../property';
import type { Block, TemplateContent } from '../template';

export interface AddBlock {
  readonly kind: 'add_block';
  readonly block: Block;
  /** The block it stands in; null for the page itself. */
  readonly parent: string | null;
  readonly index: number;
}

export interface RemoveBlock {
  readonly kind: 'remove_block';
  readonly block: string;
}

export interface MoveBlock {
  readonly kind: 'move_block';
  readonly block: string;
  /** The block it is to stand in; null for the page itself. */
  readonly parent: string | null;
  /** Its place among the others there, once it is taken out. */
  readonly index: number;
}

/** What of a block is changed; what is left out stays. */
export interface BlockPatch {
  /** Properties by their keys; null takes one away. */
  readonly properties?: Readonly<Record<string, BlockProperty | null>>;
  readonly repeat?: Block['repeat'];
  readonly shownWhen?: Block['shownWhen'];
  readonly query?: Block['query'];
  readonly style?: Block['style'];
}

export interface SetBlock {
  readonly kind: 'set_block';
  readonly block: string;
  readonly patch: BlockPatch;
}

/** Sets the template as a whole, or parts of it: how it is written, its Liquid, all its blocks. */
export interface SetTemplate {
  readonly kind: 'set_template';
  readonly patch: Partial<TemplateContent>;
}

/** Any edit of a template. */
export type TemplateChange = AddBlock | RemoveBlock | MoveBlock | SetBlock | SetTemplate;
