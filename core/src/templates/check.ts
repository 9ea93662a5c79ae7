import { say } from '../locale/say';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { dependenciesOf } from '../conditions/condition';
import { resolvePath, resolveRows } from '../bindings/paths';
import type { SeenFrom } from './properties/property-type';
import { referencesOf } from './references';
import type { Block, TemplateContent } from './template';

/** Something wrong with a block. */
export interface TemplateFinding {
  readonly block: string;
  readonly message: string;
}

/** The rows that a block itself goes through. */
function ownRows(block: Block, type: CompiledType, repeater: CompiledField | null): CompiledField | null {
  const rows = referencesOf(block, type).find(({ seenFrom }) => seenFrom === 'rows');
  return (rows && resolveRows(rows.path, type, repeater)?.field) ?? null;
}

/** What of a block's references is not there, or cannot be seen from where it stands. */
function brokenReferences(
  block: Block,
  type: CompiledType,
  repeater: CompiledField | null,
): readonly string[] {
  const seen: Readonly<Record<SeenFrom, (path: string) => unknown>> = {
    entry: (path) => resolvePath({ source: 'entry', path }, type, repeater),
    row: (path) => resolvePath({ source: 'row', path }, type, repeater),
    block: (path) => resolvePath({ source: repeater ? 'row' : 'entry', path }, type, repeater),
    rows: (path) => resolveRows(path, type, repeater),
    own_rows: (path) => resolvePath({ source: 'row', path }, type, ownRows(block, type, repeater)),
  };
  return referencesOf({ ...block, repeat: null }, type)
    .filter(({ path, seenFrom }) => !seen[seenFrom](path))
    .map(({ path }) => path);
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
        ? say`“${label}” cannot be seen from this block, so it shows nothing.`
        : say`It shows a field that was removed. Choose another value.`;
      findings.push({ block: block.id, message });
    }
    if (dependenciesOf(block.shownWhen).some((id) => !model.fields.has(id))) {
      findings.push({ block: block.id, message: say`Its condition asks for a field that was removed.` });
    }
    for (const child of block.children) visit(child, within);
  };
  for (const block of template.blocks) visit(block, null);
  return findings;
}
