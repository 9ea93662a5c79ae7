import * as z from 'zod';
import { PATH_TEXT_LIMIT } from '../paths/text';
import { conditionSchema, type Condition } from '../conditions/condition';
import type { JsonValue } from '../json';
import { blockKindNames, type BlockKindName } from './blocks/names';
import { listedQuerySchema, type ListedQuery } from '../queries/listed';
import { headSchema } from './head/head';
import { propertySchema, type BlockProperty } from './property';
import { blockStyleSchema, type BlockStyle } from './styles/block-style';

const repeatSchema = z.strictObject({
  field: z.string().min(1).max(PATH_TEXT_LIMIT),
  emptyMessage: z.string().max(500).default(''),
  sort: z.strictObject({ path: z.string().min(1).max(PATH_TEXT_LIMIT), descending: z.boolean() }).optional(),
  take: z.int().min(1).max(1000).optional(),
});

/** Over what a block repeats. */
export interface Repeat {
  /** The way to rows, or to what references lead to, as a binding's path. */
  readonly field: string;
  readonly emptyMessage: string;
  /** The value of each that they are put in order by, as a binding's path; else they stand as they are. */
  readonly sort?: { readonly path: string; readonly descending: boolean } | undefined;
  /** How many of them at most. */
  readonly take?: number | undefined;
}

/** A piece of a page. */
export interface Block {
  readonly id: string;
  readonly kind: BlockKindName;
  readonly properties: Readonly<Record<string, BlockProperty>>;
  readonly repeat: Repeat | null;
  /** When it is shown; of a block that repeats, for which items. */
  readonly shownWhen: Condition | null;
  /** Which entries, where it goes through all those of a type. */
  readonly query?: ListedQuery | undefined;
  /** How it looks, where that is not as its kind does. */
  readonly style?: BlockStyle | undefined;
  readonly children: readonly Block[];
}

/** How deep blocks may stand in blocks. */
export const BLOCK_DEPTH_LIMIT = 8;

export const blockSchema: z.ZodType<Block> = z.lazy(() =>
  z.strictObject({
    id: z.string().regex(/^b_[a-z0-9_]{1,40}$/),
    kind: z.enum(blockKindNames),
    properties: z.record(z.string(), propertySchema).default({}),
    repeat: repeatSchema.nullable().default(null),
    shownWhen: conditionSchema.nullable().default(null),
    query: listedQuerySchema.optional(),
    style: blockStyleSchema.optional(),
    children: z.array(blockSchema).max(500).default([]),
  }),
);

/** A template as it is edited: built of blocks, or written in Liquid. */
export const templateContentSchema = z.strictObject({
  mode: z.enum(['blocks', 'liquid']),
  blocks: z.array(blockSchema).max(500).default([]),
  liquid: z.string().max(200_000).default(''),
  /** What search engines and other sites are told of its pages, where that is not what is told anyhow. */
  head: headSchema.optional(),
});
export type TemplateContent = Readonly<z.infer<typeof templateContentSchema>>;

/** Makes a block with every property set. */
export function block(given: Partial<Block> & Pick<Block, 'id' | 'kind'>): Block {
  return { properties: {}, repeat: null, shownWhen: null, children: [], ...given };
}

/**
 * Reads a constant property of a block.
 * @returns the constant, or undefined when it is bound or not set
 */
export function constantOf(block: Block, key: string): JsonValue | undefined {
  const property = block.properties[key];
  return property && 'constant' in property ? property.constant : undefined;
}

/**
 * Reads which of some options a block has chosen.
 * @param options the usual one first, which stands for what is none of them
 */
export function chosenOf(block: Block, key: string, options: readonly { readonly value: string }[]): string {
  const [usual, ...others] = options;
  const constant = constantOf(block, key);
  return (others.find(({ value }) => value === constant) ?? usual)?.value ?? '';
}

/** Lists all blocks of a tree, parents first. */
export function walkBlocks(blocks: readonly Block[], visit: (block: Block) => void): void {
  for (const each of blocks) {
    visit(each);
    walkBlocks(each.children, visit);
  }
}
