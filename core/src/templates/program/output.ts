import { TypeGuards, type Filter, type Output } from 'liquidjs';
import type { JsonValue } from '../../json';
import { escapeHtml } from '../../fields/html';
import type { CompiledField, CompiledType } from '../../model/compiled';
import { dayInWords } from '../day';
import { readerOf } from './read';
import { BeyondProgram, findByPath, type Read, type Write } from './run';

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

function textOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'number' || typeof value === 'boolean') return String(value);
  throw new BeyondProgram();
}

/** The engine’s option `outputEscape` puts a filter of this name, which nobody can write, behind outputs without `raw`. */
const OWN_ESCAPE = '[object Function]';

function quotedArguments(filter: Filter): readonly string[] | null {
  const texts = filter.args.map((argument) =>
    !Array.isArray(argument) && TypeGuards.isQuotedToken(argument) ? argument.content : null,
  );
  return texts.every((text) => text !== null) ? texts : null;
}

/** `display: "path", "format" | raw`: the field is looked up once for the type the program first runs on. */
function displayWriter(read: Read, path: string, format: string | undefined): Write {
  let known: { readonly type: CompiledType; readonly field: CompiledField | undefined } | null = null;
  return (run) => {
    const value = read(run);
    if (value === null || value === undefined) return '';
    if (known?.type !== run.type) known = { type: run.type, field: findByPath(run.type, path) };
    if (!known.field) return '';
    // What presenting made is JSON; a template can name nothing else.
    const shown = known.field.behaviour.display(value as JsonValue, format);
    return 'html' in shown ? shown.html : escapeHtml(shown.text);
  };
}

/**
 * Makes the writer of an output `{{ … }}`. Its last filter is `raw`, or the `escape` that the engine puts behind others.
 * @returns null when its expression or filters are others than compiled templates use
 */
export function outputWriter({ value }: Output): Write | null {
  const [token, ...more] = value.initial.postfix;
  const read = token && more.length === 0 ? readerOf(token) : null;
  const last = value.filters.at(-1);
  const escapes = last?.name === OWN_ESCAPE;
  const [first, ...rest] = value.filters.slice(0, -1);
  if (!read || rest.length > 0) return null;
  if (escapes && !first) return (run) => escapeAsLiquid(textOf(read(run)));
  const given = first && quotedArguments(first);
  if (escapes && first?.name === 'day' && given?.length === 0) {
    return (run) => escapeAsLiquid(dayInWords(read(run)));
  }
  const [path, format] = given ?? [];
  if (last?.name !== 'raw' || first?.name !== 'display' || path === undefined) return null;
  return displayWriter(read, path, format);
}
