import { eachShown, propertyText, shownMarkup, thingsMarkup } from '../several';
import type { NodeReader, ValueNode, Write } from './node';
import { itemsOf, readerOf } from './read';
import { expressionOf, quoted, rootOf } from './written';

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

/** Where a value comes from, in Liquid. */
const source = ({ path }: ValueNode): string =>
  path.many ? `${rootOf(path)} | values_at: ${quoted(path.keys)}` : expressionOf(path);

function fieldInLiquid(node: ValueNode): string {
  const { path, format } = node;
  const filter = path.many ? 'display_each' : 'display';
  const argument = format === null ? '' : `, "${format.replace(/[^a-z0-9_]/g, '')}"`;
  return `{{ ${source(node)} | ${filter}: ${quoted(path.resolved.keys.split('.'))}${argument} | raw }}`;
}

function propertyInLiquid(node: ValueNode): string {
  const { property, many } = node.path;
  if (property?.holds === 'moment') return `{{ ${source(node)} | day }}`;
  return many ? `{{ ${source(node)} | join: ", " }}` : `{{ ${source(node)} }}`;
}

function propertyWriter({ path }: ValueNode): Write {
  const read = readerOf(path);
  const isMoment = path.property?.holds === 'moment';
  return (run) => escapeAsLiquid(propertyText(read(run), isMoment));
}

export const value: NodeReader<ValueNode> = {
  liquid(node) {
    const { field, property, keys } = node.path;
    if (field) return fieldInLiquid(node);
    if (property) return propertyInLiquid(node);
    return `{{ ${rootOf(node.path)} | items_at: ${quoted(keys)} | links | raw }}`;
  },
  writer(node) {
    const { field, property, many } = node.path;
    if (!field && property) return propertyWriter(node);
    if (!field) {
      const items = itemsOf(node.path);
      return (run) => thingsMarkup(items(run));
    }
    const read = readerOf(node.path);
    const format = node.format ?? undefined;
    const write = many ? eachShown : shownMarkup;
    return (run) => write(field, read(run), format);
  },
};
