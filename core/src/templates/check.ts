import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { dependenciesOf } from '../conditions/condition';
import { resolvePath, resolveRows } from '../bindings/paths';
import { constantOf, listedFields, type Block, type TemplateContent } from './template';

/** Something wrong with a block. */
export interface TemplateFinding {
  readonly block: string;
  readonly message: string;
}

function* brokenReferences(
  block: Block,
  type: CompiledType,
  repeater: CompiledField | null,
): Iterable<string> {
  for (const property of Object.values(block.properties)) {
    if ('binding' in property && !resolvePath(property.binding, type, repeater)) yield property.binding.path;
  }
  const source = repeater ? 'row' : 'entry';
  for (const path of listedFields(block, 'fields'))
    if (!resolvePath({ source, path }, type, repeater)) yield path;
  const rows = constantOf(block, 'rows');
  if (typeof rows === 'string') {
    const table = resolveRows(rows, type, repeater)?.field ?? null;
    if (!table) yield rows;
    for (const id of listedFields(block, 'columns'))
      if (!resolvePath({ source: 'row', path: id }, type, table)) yield id;
  }
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
  const visit = (block: Block, around: CompiledField | null): void => {
    const rows = block.repeat && resolveRows(block.repeat.field, type, around);
    const lost = block.repeat && !rows ? [block.repeat.field] : [];
    const within = rows ? rows.field : around;
    for (const id of new Set([...lost, ...brokenReferences(block, type, within)])) {
      const label = model.fields.get(id)?.label;
      const message = label
        ? `“${label}” cannot be seen from this block, so it shows nothing.`
        : 'It shows a field that was removed. Choose another value.';
      findings.push({ block: block.id, message });
    }
    if (dependenciesOf(block.shownWhen).some((id) => !model.fields.has(id))) {
      findings.push({ block: block.id, message: 'Its condition asks for a field that was removed.' });
    }
    for (const child of block.children) visit(child, within);
  };
  for (const block of template.blocks) visit(block, null);
  return findings;
}
