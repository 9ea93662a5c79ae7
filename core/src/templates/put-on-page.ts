import type { CompiledField } from '../model/compiled';
import { newId } from '../ids';
import { invariant } from '../invariant';
import { isJsonList, type JsonObject, type JsonValue } from '../json';
import { say } from '../locale/say';
import type { BindingPlace } from './binding';
import type { BlockKindName } from './blocks/names';
import { cardPictures } from './card-pictures';
import { isWholeType } from './listed';
import { nameOfThing, nameFormat } from './named';
import type { FoundList, FoundPath } from './found-path';
import type { Seat } from './seats';
import type { BlockProperty } from './property';
import { block, constantOf, type Block, type Repeat, type TemplateContent } from './template';

/** A block that can show a value. */
export interface FittingBlock {
  /** What it is called where there are several to choose from. */
  readonly label: string;
  readonly kind: BlockKindName;
  readonly properties: Readonly<Record<string, BlockProperty>>;
  readonly repeat?: Repeat;
  readonly children?: readonly Block[];
}

/** Values that need more than a line. */
const TEXTS: ReadonlySet<string> = new Set(['long_text', 'rich_text', 'embed', 'mixed_list', 'code']);
/** Values that are read at a glance. */
const GLANCES: ReadonlySet<string> = new Set([
  'number',
  'slider',
  'money',
  'date',
  'time',
  'one_choice',
  'text',
  'computed',
]);
/** Values that lead somewhere. */
const LEADING: ReadonlySet<string> = new Set(['url', 'email', 'phone', 'link', 'file', 'embed']);

const item = (path: string, format: string | null = null): JsonObject => ({ field: path, format });

const columnsOf = ({ children }: CompiledField): readonly JsonObject[] =>
  children.filter(({ type }) => type.holds === null).map(({ id }) => item(id));

/**
 * Proposes the columns of a table over a list: for rows all their simple values, for things their names and what lists of them
 * show.
 */
export function columnsFor({ seat: { rows, at } }: Pick<FoundList, 'seat'>): readonly JsonObject[] {
  if (rows) return columnsOf(rows);
  const listed = at.types[0]?.fields.filter(({ field: { listColumn } }) => listColumn) ?? [];
  return [item(nameOfThing[at.kind], nameFormat(at.kind)), ...listed.slice(0, 3).map(({ id }) => item(id))];
}

const own = (constant: JsonValue): BlockProperty => ({ constant });
const inRow = (path: string, format: string | null): BlockProperty => ({
  binding: { source: 'row', path, format, fallback: '' },
});

/** Blocks over a list: of its rows, or of what references lead to. */
function listBlocks(path: string, list: FoundList): readonly FittingBlock[] {
  const { rows, at } = list.seat;
  const [columns, repeat] = [columnsFor(list), { field: path, emptyMessage: '' }];
  const [name, ...others] = columns;
  const title = rows ? [] : [heading(inRow(nameOfThing[at.kind], nameFormat(at.kind)), '3')];
  // The shapes of a mixed list have their values one level further down, and no columns in common.
  const ofShapes = columns.length === 0 ? (rows?.children ?? []).flatMap(columnsOf) : [];
  const facts = rows ? [...columns, ...ofShapes] : others;
  const inner = [...title, ...(facts.length > 0 ? [madeOf('facts', { fields: own(facts) })] : [])];
  const section: FittingBlock = {
    label: say`Section for each`,
    kind: 'section',
    properties: { tone: own('raised') },
    repeat,
    children: inner,
  };
  if (!name) return [section];
  return [
    { label: say`Table`, kind: 'table', properties: { rows: own(path), columns: own(columns) } },
    ...cardsOver(path, list, columns),
    {
      label: say`List`,
      kind: 'list',
      properties: { rows: own(path), columns: own([name, ...others.slice(0, 2)]) },
    },
    ...mapOver(path, list),
    section,
  ];
}

/** The picture that stands for things of some type: their first. */
const pictureOf = ({ at }: Seat): readonly JsonObject[] => {
  const found = at.types[0]?.fields.find(({ type: { shape } }) => cardPictures.has(shape));
  return found ? [item(found.id, cardPictures.get(found.type.shape))] : [];
};

/** Things or rows on a map, where they have a place. */
function mapOver(path: string, { seat: { rows, at } }: FoundList): readonly FittingBlock[] {
  const fields = rows ? rows.children : (at.types[0]?.fields ?? []);
  const place = fields.find(({ type }) => type.kind === 'place');
  if (!place) return [];
  const name = rows ? fields.find(({ type }) => type.kind === 'text')?.id : nameOfThing[at.kind];
  const columns = [item(place.id), ...(name === undefined ? [] : [item(name)])];
  return [{ label: say`Map`, kind: 'map', properties: { rows: own(path), columns: own(columns) } }];
}

/** Things as cards; rows are no things of their own. */
const cardsOver = (
  path: string,
  { seat }: FoundList,
  columns: readonly JsonObject[],
): readonly FittingBlock[] =>
  seat.rows
    ? []
    : [
        {
          label: say`Cards`,
          kind: 'cards',
          properties: { rows: own(path), columns: own([...pictureOf(seat), ...columns]) },
        },
      ];

const madeOf = (kind: BlockKindName, properties: Block['properties']): Block =>
  block({ id: newId('b'), kind, properties });
const heading = (text: BlockProperty, level: string): Block => madeOf('heading', { text, level: own(level) });

/** Blocks that show one value, the one that fits best first. */
function valueBlocks(
  place: BindingPlace,
  { field, property }: Pick<FoundPath, 'field' | 'property'>,
): readonly FittingBlock[] {
  const kind = field?.type.kind ?? '';
  const value: BlockProperty = { binding: { ...place, format: null, fallback: '' } };
  const facts: FittingBlock = {
    label: say`Fact`,
    kind: 'facts',
    properties: { fields: own([item(place.path)]) },
  };
  const text: FittingBlock = { label: say`Text`, kind: 'text', properties: { text: value } };
  const link = (look: string, label: string): FittingBlock => ({
    label,
    kind: 'link',
    properties: { address: value, look: own(look) },
  });
  const isText = field ? TEXTS.has(kind) : property !== null;
  return [
    ...(isText ? [text] : [facts]),
    ...(GLANCES.has(kind)
      ? [{ label: say`Large value`, kind: 'figure', properties: { value } } as const]
      : []),
    ...(kind === 'place' ? [{ label: say`Map`, kind: 'map', properties: { place: value } } as const] : []),
    ...(LEADING.has(kind) ? [link('link', say`Link`), link('button', say`Button`)] : []),
    ...(property !== null || kind === 'text'
      ? [{ label: say`Heading`, kind: 'heading', properties: { text: value, level: own('2') } } as const]
      : []),
    ...(kind === 'long_text' || kind === 'rich_text'
      ? [{ label: say`Quote`, kind: 'quote', properties: { text: value } } as const]
      : []),
  ];
}

/**
 * Proposes the blocks that can show a value, the one that fits best first: a picture as an image, rows as a table, a list or a
 * section for each, long text as text or a quote, a number as a fact or in large type.
 * @param place the way to it, seen from the page or from a list
 * @param found what stands there: a field, a property, or things themselves where it is neither
 * @param list the same as a list, where a block can go through it
 * @example fittingBlocks({ source: 'entry', path: 'title' }, title, null).map(({ kind }) => kind) // => ['text', 'heading']
 */
export function fittingBlocks(
  place: BindingPlace,
  found: Pick<FoundPath, 'field' | 'property'>,
  list: FoundList | null,
): readonly FittingBlock[] {
  const { field } = found;
  const value: BlockProperty = { binding: { ...place, format: null, fallback: '' } };
  if (list && isWholeType(place.path)) return wholeTypeBlocks(place.path, list);
  if (field?.type.holds === 'rows')
    return list ? listBlocks(place.path, list) : [rowsTable(place.path, field)];
  if (field?.type.holds === 'one') {
    const fields = field.children.map(({ id }) => item(id));
    return [{ label: say`Facts`, kind: 'facts', properties: { fields: own(fields) } }];
  }
  if (field?.type.shape === 'Image')
    return [{ label: say`Image`, kind: 'image', properties: { image: value } }];
  if (field?.type.kind === 'gallery' || field?.type.shape === 'Image[]')
    return [
      { label: say`Gallery`, kind: 'gallery', properties: { pictures: value } },
      { label: say`Gallery in a row`, kind: 'gallery', properties: { pictures: value, layout: own('row') } },
    ];
  const single = valueBlocks(place, found);
  return list && place.source === 'entry' ? [...single, ...listBlocks(place.path, list)] : single;
}

/** Proposes the blocks over all entries of a type: they are met by their pictures. @param path as `listOfType` writes it */
export function wholeTypeBlocks(path: string, list: FoundList): readonly FittingBlock[] {
  const blocks = listBlocks(path, list);
  const isCards = ({ kind }: FittingBlock): boolean => kind === 'cards';
  return [...blocks.filter(isCards), ...blocks.filter((each) => !isCards(each))];
}

const rowsTable = (path: string, field: CompiledField): FittingBlock => ({
  label: say`Table`,
  kind: 'table',
  properties: { rows: own(path), columns: own(columnsOf(field)) },
});

/**
 * Proposes the block that fits a value best.
 * @example fittingBlock({ source: 'entry', path: 'title' }, title).kind // => 'text'
 */
export function fittingBlock(
  place: BindingPlace,
  found: Pick<FoundPath, 'field' | 'property'>,
): FittingBlock {
  const [best] = fittingBlocks(place, found, null);
  invariant(best, 'Every value can be shown');
  return best;
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
  const { kind, properties } = fittingBlock({ source: 'entry', path: field.id }, { field, property: null });
  const joined = kind === 'facts' ? withFact(template.blocks, field.id) : null;
  const blocks = joined ?? [...template.blocks, block({ id: newId('b'), kind, properties })];
  return { ...template, blocks };
}
