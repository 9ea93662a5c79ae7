import { resolvePath, resolveRows, type ResolvedPath } from '../bindings/paths';
import { escapeHtml } from '../fields/html';
import type { CompiledField, CompiledType } from '../model/compiled';
import { blockKindOf } from './blocks';
import { isThere, type BlockContext } from './blocks/block-kind';
import type { Block, TemplateContent } from './template';

/** Constant text as Liquid: escaped for HTML, its braces without effect. */
function literal(text: string): string {
  const escaped = escapeHtml(text);
  return /\{[{%]/.test(escaped)
    ? `{% raw %}${escaped.replace(/\{%-?\s*endraw/g, '&#123;% endraw')}{% endraw %}`
    : escaped;
}

function display({ expression, fieldPath }: ResolvedPath, format: string | null): string {
  if (fieldPath === null) {
    return expression.endsWith('_at') ? `{{ ${expression} | day }}` : `{{ ${expression} }}`;
  }
  const argument = format === null ? '' : `, "${format.replace(/[^a-z0-9_]/g, '')}"`;
  return `{{ ${expression} | display: "${fieldPath}"${argument} | raw }}`;
}

function contextFor(type: CompiledType, repeater: CompiledField | null): BlockContext {
  const resolve: BlockContext['resolve'] = (binding) => resolvePath(binding, type, repeater);
  return {
    resolve,
    resolveRows: (id) => resolveRows(id, type, repeater),
    resolveIn: (rows) => contextFor(type, rows).resolve,
    repeater,
    literal,
    display,
    output(block, key) {
      const property = block.properties[key];
      if (!property) return null;
      if ('constant' in property) {
        const text = property.constant === null ? '' : String(property.constant);
        return text === '' ? null : { liquid: literal(text).replace(/\n/g, '<br>'), guard: null };
      }
      const { format, fallback } = property.binding;
      const path = resolve(property.binding);
      const instead = fallback === '' ? null : literal(fallback);
      if (!path) return instead === null ? null : { liquid: instead, guard: null };
      const present = isThere(path);
      const value = display(path, format);
      return instead === null
        ? { liquid: value, guard: present }
        : { liquid: `{% if ${present} %}${value}{% else %}${instead}{% endif %}`, guard: null };
    },
    children: (block) => compileBlocks(block.children, type, repeater),
  };
}

function repeated(block: Block, type: CompiledType, around: CompiledField | null): string {
  if (!block.repeat)
    return shownWhen(block, blockKindOf(block.kind).compile(block, contextFor(type, around)));
  const rows = resolveRows(block.repeat.field, type, around);
  if (!rows) return '';
  const inner = shownWhen(block, blockKindOf(block.kind).compile(block, contextFor(type, rows.field)));
  const { emptyMessage } = block.repeat;
  const otherwise = emptyMessage === '' ? '' : `{% else %}<p class="empty">${literal(emptyMessage)}</p>\n`;
  return `{% for row in ${rows.expression} %}\n${inner}${otherwise}{% endfor %}\n`;
}

function shownWhen(block: Block, liquid: string): string {
  return block.shownWhen === null
    ? liquid
    : `{% shown_when "${block.id}" %}\n${liquid}{% end_shown_when %}\n`;
}

function compileBlocks(blocks: readonly Block[], type: CompiledType, repeater: CompiledField | null): string {
  return blocks.map((block) => repeated(block, type, repeater)).join('');
}

/**
 * Compiles a template to Liquid for the model as it is now: keys and labels are written as they are named today.
 * @param template blocks, or Liquid, which is answered as it is
 * @param type the content type whose entries it shows
 * @returns Liquid; blocks with broken bindings write nothing
 */
export function compileTemplate(template: TemplateContent, type: CompiledType): string {
  return template.mode === 'liquid' ? template.liquid : compileBlocks(template.blocks, type, null);
}
