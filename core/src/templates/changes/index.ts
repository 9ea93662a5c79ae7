import type { TemplateContent } from '../template';
import { addBlock } from './add-block';
import type { TemplateChangeKind } from './change';
import { moveBlock } from './move-block';
import { removeBlock } from './remove-block';
import { setBlock } from './set-block';
import { setTemplate } from './set-template';
import type { TemplateChange } from './template-change';

export type { TemplateChange } from './template-change';

type Kinds = {
  readonly [Kind in TemplateChange['kind']]: TemplateChangeKind<
    Extract<TemplateChange, { readonly kind: Kind }>,
    TemplateChange
  >;
};

/** Every kind of change by its name; a kind without an implementation does not compile. */
const kinds: Kinds = {
  add_block: addBlock,
  remove_block: removeBlock,
  move_block: moveBlock,
  set_block: setBlock,
  set_template: setTemplate,
};

const kindOf = (change: TemplateChange): TemplateChangeKind<TemplateChange, TemplateChange> =>
  kinds[change.kind];

/**
 * Applies a change to a template.
 * @returns the template with it; unchanged blocks keep their identity
 * @example applyTemplateChange(content, { kind: 'remove_block', block: 'b_1' })
 */
export const applyTemplateChange = (content: TemplateContent, change: TemplateChange): TemplateContent =>
  kindOf(change).apply(content, change);

/** The changes that take one back, given the template before it. */
export const inverseOfTemplateChange = (
  before: TemplateContent,
  change: TemplateChange,
): readonly TemplateChange[] => kindOf(change).inverse(before, change);

/** What a change does, in words, given the template before it. */
export const describeTemplateChange = (before: TemplateContent, change: TemplateChange): string =>
  kindOf(change).describe(before, change);
