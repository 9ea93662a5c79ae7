import type { JsonObject } from '../json';
import type { CompiledField, CompiledType } from '../model/compiled';
import type { LabelPosition, PageOrderItem } from '../model/document';
import { nameOfThing } from './named';
import type { BlockProperty } from './property';
import { block, type Block, type TemplateContent } from './template';

/** A field with its place on the page. */
export interface PageField {
  readonly field: CompiledField;
  readonly label: LabelPosition;
  readonly format: string | null;
  readonly shown: boolean;
}

/** Values that stand for themselves on a page, each in a place of its own. */
const LARGE: ReadonlySet<string> = new Set(['long_text', 'rich_text', 'gallery', 'embed', 'image', 'code']);

const isLarge = ({ type }: CompiledField): boolean => type.holds !== null || LARGE.has(type.kind);

const defaultLabel = (field: CompiledField): LabelPosition => {
  if (field.type.kind === 'image' || field.type.kind === 'gallery') return 'hidden';
  return isLarge(field) ? 'above' : 'beside';
};

/**
 * Lists a type's fields in the order of its page: those the page order names, then the rest as on the form.
 * @returns every active field once
 */
export function pageFields(type: CompiledType): readonly PageField[] {
  const byId = new Map(
    type.fields.filter((field) => !field.type.confidential).map((field) => [field.id, field]),
  );
  const named = type.contentType.pageOrder.flatMap((item: PageOrderItem) => {
    const field = byId.get(item.field);
    byId.delete(item.field);
    return field ? [{ field, label: item.label, format: item.format, shown: item.shown }] : [];
  });
  const rest = [...byId.values()].map((field) => ({
    field,
    label: defaultLabel(field),
    format: null,
    shown: true,
  }));
  return [...named, ...rest];
}

const item = (field: CompiledField): JsonObject => ({ field: field.id, format: null });

const binding = (field: CompiledField, format: string | null = null): BlockProperty => ({
  binding: { source: 'entry', path: field.id, format, fallback: '' },
});

/** A heading over a value, as long as the value is there. */
function headed({ field, label }: PageField, blocks: readonly Block[]): readonly Block[] {
  if (label === 'hidden') return blocks;
  const heading = block({
    id: `b_${field.id}_heading`,
    kind: 'heading',
    properties: { text: { constant: field.publicLabel }, level: { constant: '2' } },
    shownWhen: { kind: 'field', field: field.id, operator: 'is_filled' },
  });
  return [heading, ...blocks];
}

const tableOf = (field: CompiledField): Block =>
  block({
    id: `b_${field.id}`,
    kind: 'table',
    properties: {
      rows: { constant: field.id },
      columns: { constant: field.children.filter((child) => child.type.holds === null).map(item) },
    },
  });

const factsOf = (field: CompiledField, labels: LabelPosition = 'beside'): Block =>
  block({
    id: `b_${field.id}_facts`,
    kind: 'facts',
    properties: {
      fields: { constant: field.children.filter(({ type }) => !type.rows).map(item) },
      labels: { constant: labels },
    },
  });

/** The rows of a mixed list one after the other, each with the facts of its shape. */
const shapesOf = (field: CompiledField): Block =>
  block({
    id: `b_${field.id}`,
    kind: 'section',
    properties: { tone: { constant: 'raised' } },
    repeat: { field: field.id, emptyMessage: '' },
    children: field.children.map((shape) => factsOf(shape)),
  });

function largeBlocks(page: PageField): readonly Block[] {
  const { field, format } = page;
  const { holds, kind } = field.type;
  if (holds === 'rows') return headed(page, [tableOf(field)]);
  if (holds === 'shapes') return headed(page, [shapesOf(field)]);
  if (holds === 'one')
    return headed(page, [factsOf(field), ...field.children.filter(({ type }) => type.rows).map(tableOf)]);
  if (kind === 'image' && !field.type.list) {
    return [block({ id: `b_${field.id}`, kind: 'image', properties: { image: binding(field, format) } })];
  }
  return headed(page, [
    block({ id: `b_${field.id}`, kind: 'text', properties: { text: binding(field, format) } }),
  ]);
}

/** Neighbouring simple values with the same label position share one facts block. */
function factsBlock(run: readonly PageField[]): Block {
  const [first] = run;
  return block({
    id: `b_${first?.field.id ?? 'facts'}`,
    kind: 'facts',
    properties: {
      fields: { constant: run.map(({ field, format }) => ({ field: field.id, format })) },
      labels: { constant: first?.label ?? 'beside' },
    },
  });
}

/**
 * Makes the template that shows a type's entries where no template says otherwise, from its page order.
 * @returns blocks: the title, then each value in its place
 */
export function defaultTemplate(type: CompiledType): TemplateContent {
  return { mode: 'blocks', blocks: [titleOf(type), ...valueBlocks(type)], liquid: '' };
}

/** The name of what the page is about. */
export const titleOf = ({ kind }: Pick<CompiledType, 'kind'>): Block =>
  block({
    id: 'b_title',
    kind: 'heading',
    properties: {
      text: { binding: { source: 'entry', path: nameOfThing[kind], format: null, fallback: '' } },
      level: { constant: '1' },
    },
  });

/** Makes the blocks that show the values of a type, each in its place, as its page order says. */
export function valueBlocks(type: CompiledType): readonly Block[] {
  const blocks: Block[] = [];
  let run: PageField[] = [];
  const endRun = (): void => {
    if (run.length > 0) blocks.push(factsBlock(run));
    run = [];
  };
  for (const page of pageFields(type)) {
    if (!page.shown) continue;
    const large = isLarge(page.field);
    if (large || run[0]?.label !== page.label) endRun();
    if (large) blocks.push(...largeBlocks(page));
    else run.push(page);
  }
  endRun();
  return blocks;
}
