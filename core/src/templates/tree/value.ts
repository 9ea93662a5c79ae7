import { escapeHtml } from '../../fields/html';
import type { JsonValue } from '../../json';
import { dayInWords } from '../day';
import type { NodeReader, ValueNode, Write } from './node';
import { readerOf } from './read';

/** The characters as Liquid writes them. */
const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&#34;',
  "'": '&#39;',
};
const escapeAsLiquid = (text: string): string =>
  text.replace(/[&<>"']/g, (character) => ENTITIES[character] ?? '');

const isDay = (expression: string): boolean => expression.endsWith('_at');

/** A property of the entry itself: text, or a time that is written as its day. */
function propertyWriter({ path }: ValueNode): Write {
  const read = readerOf(path);
  if (isDay(path.expression)) return (run) => escapeAsLiquid(dayInWords(read(run)));
  return (run) => {
    const value = read(run);
    return typeof value === 'string' ? escapeAsLiquid(value) : '';
  };
}

export const value: NodeReader<ValueNode> = {
  liquid({ path: { expression, fieldPath }, format }) {
    if (fieldPath === null) return isDay(expression) ? `{{ ${expression} | day }}` : `{{ ${expression} }}`;
    const argument = format === null ? '' : `, "${format.replace(/[^a-z0-9_]/g, '')}"`;
    return `{{ ${expression} | display: "${fieldPath}"${argument} | raw }}`;
  },
  writer(node) {
    const { field } = node.path;
    if (!field) return propertyWriter(node);
    const read = readerOf(node.path);
    const format = node.format ?? undefined;
    return (run) => {
      const found = read(run);
      if (found === null || found === undefined) return '';
      // What presenting made is JSON.
      const shown = field.behaviour.display(found as JsonValue, format);
      return 'html' in shown ? shown.html : escapeHtml(shown.text);
    };
  },
};
