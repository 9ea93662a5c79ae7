import type { CompiledField, CompiledType } from '../model/compiled';
import type { LabelPosition, PageOrderItem } from '../model/document';
import { block, type Block, type TemplateContent } from './template';

/** A field with its place on the page. */
export interface PageField {
  readonly field: CompiledField;
  readonly label: LabelPosition;
  readonly format: string | null;
  readonly shown: boolean;
}

const defaultLabel = ({ type }: CompiledField): LabelPosition => {
  if (type.graphql === 'Image') return 'hidden';
  return type.rows || type.kind === 'long_text' ? 'above' : 'beside';
};

/**
 * Lists a type's fields in the order of its page: those the page order names, then the rest as on the form.
 * @returns every active field once
 */
export function pageFields(type: CompiledType): readonly PageField[] {
  const byId = new Map(type.fields.map((field) => [field.id, field]));
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

function rowsBlocks({ field, label }: PageField): readonly Block[] {
  const heading = block({
    id: `b_${field.id}_heading`,
    kind: 'heading',
    properties: { text: { constant: field.publicLabel }, level: { constant: '2' } },
    shownWhen: { kind: 'field', field: field.id, operator: 'is_filled' },
  });
  const table = block({
    id: `b_${field.id}`,
    kind: 'table',
    properties: {
      rows: { constant: field.id },
      columns: { constant: field.children.map((child) => ({ field: child.id, format: null })) },
    },
  });
  return label === 'hidden' ? [table] : [heading, table];
}

function imageBlock({ field, format }: PageField): Block {
  const binding = { source: 'entry' as const, path: field.id, format, fallback: '' };
  return block({ id: `b_${field.id}`, kind: 'image', properties: { image: { binding } } });
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
  const title = { source: 'entry' as const, path: 'title', format: null, fallback: '' };
  const blocks: Block[] = [
    block({
      id: 'b_title',
      kind: 'heading',
      properties: { text: { binding: title }, level: { constant: '1' } },
    }),
  ];
  let run: PageField[] = [];
  const endRun = (): void => {
    if (run.length > 0) blocks.push(factsBlock(run));
    run = [];
  };
  for (const item of pageFields(type)) {
    if (!item.shown) continue;
    const { type: fieldType } = item.field;
    const simple = !fieldType.rows && fieldType.graphql !== 'Image';
    if (!simple || run[0]?.label !== item.label) endRun();
    if (simple) run.push(item);
    else blocks.push(...(fieldType.rows ? rowsBlocks(item) : [imageBlock(item)]));
  }
  endRun();
  return { mode: 'blocks', blocks, liquid: '' };
}
