import type { CompiledField } from '../model/compiled';
import { newId } from '../ids';
import { isJsonList, type JsonObject } from '../json';
import type { BindingPlace } from './binding';
import type { BlockKindName } from './blocks/names';
import { LINK_FORMAT } from './formats';
import type { FoundList, FoundPath } from './found-path';
import type { Seat } from './seats';
import { block, constantOf, type Block, type BlockProperty, type TemplateContent } from './template';

/** The block that fits a value best. */
export interface FittingBlock {
  readonly kind: BlockKindName;
  readonly properties: Readonly<Record<string, BlockProperty>>;
}

/** Values that are shown in a text block: they need more than a line. */
const TEXTS: ReadonlySet<string> = new Set(['long_text', 'rich_text', 'gallery', 'embed', 'mixed_list']);

const item = (path: string, format: string | null = null): JsonObject => ({ field: path, format });

const columnsOf = ({ children }: CompiledField): readonly JsonObject[] =>
  children.filter(({ type }) => type.holds === null).map(({ id }) => item(id));

/** What names a thing of each kind. */
const names: Readonly<Record<Seat['at']['kind'], string>> = {
  entry: 'title',
  term: 'label',
  person: 'name',
  medium: 'alt',
};

/**
 * Proposes the columns of a table over a list: for rows all their simple values, for things their names and what lists of them
 * show.
 */
export function columnsFor({ seat: { rows, at } }: Pick<FoundList, 'seat'>): readonly JsonObject[] {
  if (rows) return columnsOf(rows);
  const listed = at.types[0]?.fields.filter(({ field: { listColumn } }) => listColumn) ?? [];
  return [
    item(names[at.kind], at.kind === 'entry' ? LINK_FORMAT : null),
    ...listed.slice(0, 3).map(({ id }) => item(id)),
  ];
}

/**
 * Proposes the block that shows a value: a picture becomes an image, rows a table, long text a text, the rest a fact.
 * @param place the way to it, seen from the page or from a list
 * @param found what stands there: a field, a property, or things themselves where it is neither
 * @example fittingBlock({ source: 'entry', path: 'title' }, title).kind // => 'text'
 */
export function fittingBlock(
  place: BindingPlace,
  { field, property }: Pick<FoundPath, 'field' | 'property'>,
): FittingBlock {
  const { path } = place;
  if (field?.type.holds === 'rows') {
    return {
      kind: 'table',
      properties: { rows: { constant: path }, columns: { constant: columnsOf(field) } },
    };
  }
  if (field?.type.holds === 'one') {
    const fields = field.children.map(({ id }) => item(id));
    return { kind: 'facts', properties: { fields: { constant: fields } } };
  }
  const binding = { ...place, format: null, fallback: '' };
  if (field?.type.shape === 'Image') return { kind: 'image', properties: { image: { binding } } };
  if (field ? !TEXTS.has(field.type.kind) : property === null) {
    return { kind: 'facts', properties: { fields: { constant: [item(path)] } } };
  }
  return { kind: 'text', properties: { text: { binding } } };
}

/** The first list of facts at the top of the page, with one more fact. */
function withFact(blocks: readonly Block[], fieldId: string): Block[] | null {
  const facts = blocks.find(({ kind, repeat }) => kind === 'facts' && repeat === null);
  const known = facts && (constantOf(facts, 'fields') ?? null);
  if (!facts || known === undefined || !isJsonList(known)) return null;
  const fields: BlockProperty = { constant: [...known, item(fieldId)] };
  return blocks.map((each) =>
    each === facts ? { ...each, properties: { ...each.properties, fields } } : each,
  );
}

/**
 * Puts a field on the page of a block template: as one more fact where there is a list of facts, else as a block at the end.
 * @returns the template with it; what was there keeps its place
 */
export function putOnPage(template: TemplateContent, field: CompiledField): TemplateContent {
  const fitting = fittingBlock({ source: 'entry', path: field.id }, { field, property: null });
  const joined = fitting.kind === 'facts' ? withFact(template.blocks, field.id) : null;
  const blocks = joined ?? [...template.blocks, block({ id: newId('b'), ...fitting })];
  return { ...template, blocks };
}
