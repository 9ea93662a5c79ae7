import type { CompiledField } from '../model/compiled';
import { newId } from '../ids';
import { isJsonList } from '../json';
import type { BlockKindName } from './blocks/names';
import { block, constantOf, type Block, type BlockProperty, type TemplateContent } from './template';

/** The block that fits a value best. */
export interface FittingBlock {
  readonly kind: BlockKindName;
  readonly properties: Readonly<Record<string, BlockProperty>>;
}

/** Values that are shown in a text block: they need more than a line. */
const TEXTS: ReadonlySet<string> = new Set(['long_text', 'rich_text', 'gallery', 'embed', 'mixed_list']);

/**
 * Proposes the block that shows a value: a picture becomes an image, rows a table, long text a text, the rest a fact.
 * @param field the field, or null for a property that every entry has
 * @example fittingBlock('entry', 'title', null).kind // => 'text'
 */
export function fittingBlock(
  source: 'entry' | 'row',
  path: string,
  field: CompiledField | null,
): FittingBlock {
  const binding = { source, path, format: null, fallback: '' };
  if (field?.type.holds === 'rows') {
    const columns = field.children
      .filter(({ type }) => type.holds === null)
      .map((child) => ({ field: child.id, format: null }));
    return { kind: 'table', properties: { rows: { constant: path }, columns: { constant: columns } } };
  }
  if (field?.type.holds === 'one') {
    const fields = field.children.map((child) => ({ field: child.id, format: null }));
    return { kind: 'facts', properties: { fields: { constant: fields } } };
  }
  if (field?.type.shape === 'Image') return { kind: 'image', properties: { image: { binding } } };
  if (field && !TEXTS.has(field.type.kind)) {
    return { kind: 'facts', properties: { fields: { constant: [{ field: path, format: null }] } } };
  }
  return { kind: 'text', properties: { text: { binding } } };
}

/** The first list of facts at the top of the page, with one more fact. */
function withFact(blocks: readonly Block[], fieldId: string): Block[] | null {
  const facts = blocks.find(({ kind, repeat }) => kind === 'facts' && repeat === null);
  const known = facts && (constantOf(facts, 'fields') ?? null);
  if (!facts || known === undefined || !isJsonList(known)) return null;
  const fields: BlockProperty = { constant: [...known, { field: fieldId, format: null }] };
  return blocks.map((each) =>
    each === facts ? { ...each, properties: { ...each.properties, fields } } : each,
  );
}

/**
 * Puts a field on the page of a block template: as one more fact where there is a list of facts, else as a block at the end.
 * @returns the template with it; what was there keeps its place
 */
export function putOnPage(template: TemplateContent, field: CompiledField): TemplateContent {
  const fitting = fittingBlock('entry', field.id, field);
  const joined = fitting.kind === 'facts' ? withFact(template.blocks, field.id) : null;
  const blocks = joined ?? [...template.blocks, block({ id: newId('b'), ...fitting })];
  return { ...template, blocks };
}
