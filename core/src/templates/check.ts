import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { dependenciesOf } from '../conditions/condition';
import { resolvePath } from '../bindings/paths';
import { isJsonList } from '../json';
import { constantOf, isFieldItem, walkBlocks, type Block, type TemplateContent } from './template';

/** Something wrong with a block. */
export interface TemplateFinding {
  readonly block: string;
  readonly message: string;
}

const listed = (block: Block, key: string): readonly string[] => {
  const items = constantOf(block, key) ?? null;
  return isJsonList(items) ? items.filter(isFieldItem).map(({ field }) => field) : [];
};

function* brokenReferences(
  block: Block,
  type: CompiledType,
  repeater: CompiledField | null,
): Iterable<string> {
  for (const property of Object.values(block.properties)) {
    if ('binding' in property && !resolvePath(property.binding, type, repeater)) yield property.binding.path;
  }
  const source = repeater ? 'row' : 'entry';
  for (const path of listed(block, 'fields')) if (!resolvePath({ source, path }, type, repeater)) yield path;
  const rows = constantOf(block, 'rows');
  if (typeof rows === 'string') {
    const table = type.fields.find(({ id }) => id === rows);
    if (!table) yield rows;
    for (const id of listed(block, 'columns'))
      if (!table?.children.some((child) => child.id === id)) yield id;
  }
  if (block.repeat && !type.fields.some(({ id }) => id === block.repeat?.field)) yield block.repeat.field;
}

/**
 * Finds bindings and conditions of a template that point to fields which are not there.
 * @returns a finding for each, with the block it is in; none for templates written in Liquid
 */
export function checkTemplate(
  template: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
): readonly TemplateFinding[] {
  const findings: TemplateFinding[] = [];
  if (template.mode === 'liquid') return findings;
  walkBlocks(template.blocks, (block, repeaterId) => {
    const repeater = type.fields.find(({ id }) => id === repeaterId) ?? null;
    for (const id of new Set(brokenReferences(block, type, repeater))) {
      const label = model.fields.get(id)?.label;
      const message = label
        ? `“${label}” cannot be seen from this block, so it shows nothing.`
        : 'It shows a field that was removed. Choose another value.';
      findings.push({ block: block.id, message });
    }
    if (dependenciesOf(block.shownWhen).some((id) => !model.fields.has(id))) {
      findings.push({ block: block.id, message: 'Its condition asks for a field that was removed.' });
    }
  });
  return findings;
}

/**
 * Lists the fields a template shows, conditions included.
 * @returns permanent ids, each once
 */
export function fieldsUsedBy(template: TemplateContent): ReadonlySet<string> {
  const used = new Set<string>();
  walkBlocks(template.blocks, (block) => {
    for (const property of Object.values(block.properties))
      if ('binding' in property) used.add(property.binding.path);
    for (const id of [...listed(block, 'fields'), ...listed(block, 'columns')]) used.add(id);
    const rows = constantOf(block, 'rows');
    if (typeof rows === 'string') used.add(rows);
    if (block.repeat) used.add(block.repeat.field);
    for (const id of dependenciesOf(block.shownWhen)) used.add(id);
  });
  return used;
}
