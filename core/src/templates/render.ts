import { Liquid, type Template } from 'liquidjs';
import { escapeHtml } from '../fields/html';
import type { JsonValue } from '../json';
import { dayInWords } from './day';
import { findByPath } from './find-by-path';
import { globalsFor, RenderState, stateOf, type RenderInput } from './render-state';
import { ShownWhen } from './shown-when';
import { TooManySteps, type Run, type Write } from './tree';

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

/**
 * Renders by the function made of a template's tree, which takes no more time than the values it writes.
 * @param write what `writerOf` answered
 * @returns HTML; null where the page has so much in its rows that only a process that can be ended should write it
 * @throws what the template's own writers fail with: that is a fault of Tovlet
 */
export function renderByTree(write: Write, input: RenderInput): string | null {
  const state = new RenderState(input);
  const { entry, site, type } = input;
  const holds: Run['holds'] = (condition) => state.holdsFor(condition, run.row);
  const run: Run = { entry, site, type, row: undefined, steps: 0, holds };
  try {
    return write(run);
  } catch (error) {
    if (error instanceof TooManySteps) return null;
    throw error;
  }
}

/**
 * Renders a parsed template by the Liquid engine.
 * @param templates what `liquid.parse` answered
 * @returns HTML
 * @throws LiquidError when the template asks for what does not exist or goes beyond a limit
 */
export function renderByLiquid(liquid: Liquid, templates: Template[], input: RenderInput): string {
  const scope = { entry: input.entry, site: input.site };
  return String(liquid.renderSync(templates, scope, { globals: globalsFor(new RenderState(input)) }));
}
