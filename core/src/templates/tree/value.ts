import type { FoundPath } from '../found-path';
import type { ListFunction } from '../../paths/functions';
import { functionOf, isSeveral, LINK_FORMAT } from '../formats';
import { eachShown, propertyText, shownMarkup, thingsMarkup } from '../several';
import { isList, type NodeReader, type Run, type ValueNode, type Write } from './node';
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

/** What several values come to before they are shown; null where they are shown themselves. */
const summaryOf = ({ path, format }: ValueNode): ListFunction | null =>
  isSeveral(path) ? functionOf(format) : null;

/** Where a value comes from, in Liquid. */
const source = ({ path }: ValueNode): string =>
  path.many ? `${rootOf(path)} | values_at: ${quoted(path.keys)}` : expressionOf(path);

/** The filter that writes values of a field as the field does. */
function displayed({ resolved }: FoundPath, each: boolean, format: string | null): string {
  const argument = format === null ? '' : `, "${format.replace(/[^a-z0-9_]/g, '')}"`;
  return `${each ? 'display_each' : 'display'}: ${quoted(resolved.keys.split('.'))}${argument} | raw`;
}

const fieldInLiquid = (node: ValueNode): string =>
  `{{ ${source(node)} | ${displayed(node.path, node.path.many, node.format)} }}`;

function propertyInLiquid(node: ValueNode): string {
  if (node.path.property?.holds === 'moment') return `{{ ${source(node)} | day }}`;
  return node.path.many ? `{{ ${source(node)} | join: ", " }}` : `{{ ${source(node)} }}`;
}

function propertyWriter({ path }: ValueNode): Write {
  const read = readerOf(path);
  const isMoment = path.property?.holds === 'moment';
  return (run) => escapeAsLiquid(propertyText(read(run), isMoment));
}

/** Whether what values come to is shown one by one: a list of them is one value of a field that holds lists. */
const isShownEach = ({ path }: ValueNode, { gives }: ListFunction): boolean =>
  gives === 'several' && !isList(path);

function summaryInLiquid(node: ValueNode, summary: ListFunction): string {
  const { path } = node;
  const { field, property, keys } = path;
  const come = `${rootOf(path)} | items_at: ${quoted(keys)} | ${summary.name}`;
  if (summary.gives === 'number') return `{{ ${come} }}`;
  if (field) return `{{ ${come} | ${displayed(path, isShownEach(node, summary), null)} }}`;
  if (!property) return `{{ ${come} | links | raw }}`;
  if (property.holds === 'moment') return `{{ ${come} | day }}`;
  return summary.gives === 'several' ? `{{ ${come} | join: ", " }}` : `{{ ${come} }}`;
}

function summaryWriter(node: ValueNode, summary: ListFunction): Write {
  const { field, property } = node.path;
  const items = itemsOf(node.path);
  const come = (run: Run): unknown => summary.of(items(run));
  if (summary.gives === 'number') return (run) => String(come(run));
  if (field) {
    const write = isShownEach(node, summary) ? eachShown : shownMarkup;
    return (run) => write(field, come(run), undefined);
  }
  if (!property) return (run) => thingsMarkup(come(run));
  return (run) => escapeAsLiquid(propertyText(come(run), property.holds === 'moment'));
}

/** Whether a name is shown as a link to what it names. */
const isLinked = ({ path: { property }, format }: ValueNode): boolean =>
  property?.linked === true && format === LINK_FORMAT;

function linksInLiquid(path: FoundPath, keys: readonly string[]): string {
  const items = keys.length === 0 ? '' : ` | items_at: ${quoted(keys)}`;
  return `{{ ${rootOf(path)}${items} | links | raw }}`;
}

function linksWriter(path: FoundPath, keys: readonly string[]): Write {
  const items = itemsOf({ ...path, keys, many: true });
  return (run) => thingsMarkup(items(run));
}

export const value: NodeReader<ValueNode> = {
  liquid(node) {
    const { field, property, keys } = node.path;
    const summary = summaryOf(node);
    if (summary) return summaryInLiquid(node, summary);
    if (field) return fieldInLiquid(node);
    if (isLinked(node)) return linksInLiquid(node.path, keys.slice(0, -1));
    return property ? propertyInLiquid(node) : linksInLiquid(node.path, keys);
  },
  writer(node) {
    const { field, property, many, keys } = node.path;
    const summary = summaryOf(node);
    if (summary) return summaryWriter(node, summary);
    if (!field && isLinked(node)) return linksWriter(node.path, keys.slice(0, -1));
    if (!field) return property ? propertyWriter(node) : linksWriter(node.path, keys);
    const read = readerOf(node.path);
    const format = node.format ?? undefined;
    const write = many ? eachShown : shownMarkup;
    return (run) => write(field, read(run), format);
  },
};
