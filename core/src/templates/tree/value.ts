import type { FoundPath } from '../found-path';
import { LINK_FORMAT } from '../formats';
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

/** Whether a name is shown as a link to what it names. */
const isLinked = ({ path: { property }, format }: ValueNode): boolean =>
  property?.linked === true && format === LINK_FORMAT;

function linksInLiquid(path: FoundPath, keys: readonly string[]): string {
  const items = keys.length === 0 ? '' : ` | items_at: ${quoted(keys)}`;
  return `{{ ${rootOf(path)}${items} | links | raw }}`;
}

function linksWriter(path: FoundPath, keys: readonly string[]): Write {
  const items = itemsOf({ ...path, keys });
  return (run) => thingsMarkup(items(run));
}

export const value: NodeReader<ValueNode> = {
  liquid(node) {
    const { field, property, keys } = node.path;
    if (field) return fieldInLiquid(node);
    if (isLinked(node)) return linksInLiquid(node.path, keys.slice(0, -1));
    return property ? propertyInLiquid(node) : linksInLiquid(node.path, keys);
  },
  writer(node) {
    const { field, property, many, keys } = node.path;
    if (!field && isLinked(node)) return linksWriter(node.path, keys.slice(0, -1));
    if (!field) return property ? propertyWriter(node) : linksWriter(node.path, keys);
    const read = readerOf(node.path);
    const format = node.format ?? undefined;
    const write = many ? eachShown : shownMarkup;
    return (run) => write(field, read(run), format);
  },
};
