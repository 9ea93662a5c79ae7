import { Liquid, type Template } from 'liquidjs';
import { escapeHtml } from '../fields/html';
import type { JsonValue } from '../json';
import { dayInWords } from './day';
import { BeyondProgram, findByPath, programOf, type Run, type Write } from './program';
import { globalsFor, RenderState, stateOf, type RenderInput } from './render-state';
import { ShownWhen } from './shown-when';

export type { RenderInput } from './render-state';

/**
 * Makes the Liquid engine that renders pages: escaping by default, bounded in time, length and memory.
 *
 * It adds to the language: the filter `display: "path", "format"`, which writes a field's value as its type does; the
 * filter `day`, which writes a time as a day; and the tag `shown_when`, which asks for a block's condition.
 */
export function createLiquid(): Liquid {
  const liquid = new Liquid({
    ownPropertyOnly: true,
    outputEscape: 'escape',
    strictFilters: true,
    strictVariables: false,
    parseLimit: 500_000,
    renderLimit: 2_000,
    memoryLimit: 20_000_000,
    // A page never includes files.
    templates: {},
  });
  liquid.registerFilter('display', function (value: unknown, path: unknown, format: unknown) {
    const state = stateOf(this.context);
    const field = state && findByPath(state.input.type, String(path));
    if (value === null || value === undefined || !field) return '';
    const shown = field.behaviour.display(
      value as JsonValue,
      typeof format === 'string' ? format : undefined,
    );
    return 'html' in shown ? shown.html : escapeHtml(shown.text);
  });
  liquid.registerFilter('day', dayInWords);
  liquid.registerTag('shown_when', ShownWhen);
  return liquid;
}

const programs = new WeakMap<readonly Template[], { readonly write: Write | null }>();

/** The program of a parsed template, made once. */
function programFor(templates: readonly Template[]): Write | null {
  const known = programs.get(templates);
  if (known) return known.write;
  const write = programOf(templates);
  programs.set(templates, { write });
  return write;
}

/**
 * Renders by the template's program, which takes no more time than the values it writes.
 * @returns HTML; null where only Liquid itself can render it
 */
export function renderByProgram(templates: readonly Template[], input: RenderInput): string | null {
  const write = programFor(templates);
  if (!write) return null;
  const state = new RenderState(input);
  const { entry, site, type } = state.input;
  const run: Run = { entry, site, type, row: undefined, holds: (blockId) => state.holds(blockId, run.row) };
  try {
    return write(run);
  } catch (error) {
    if (error instanceof BeyondProgram) return null;
    throw error;
  }
}

/** Renders by the Liquid engine alone, as templates written by hand mostly are. */
export function renderByLiquid(liquid: Liquid, templates: Template[], input: RenderInput): string {
  const scope = { entry: input.entry, site: input.site };
  return String(liquid.renderSync(templates, scope, { globals: globalsFor(new RenderState(input)) }));
}

/**
 * Renders a parsed template for one entry.
 * @param templates what `liquid.parse` answered
 * @returns HTML
 * @throws LiquidError when the template asks for what does not exist or goes beyond a limit
 */
export function renderTemplate(liquid: Liquid, templates: Template[], input: RenderInput): string {
  return renderByProgram(templates, input) ?? renderByLiquid(liquid, templates, input);
}
