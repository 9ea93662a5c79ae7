import { Liquid, type Template } from 'liquidjs';
import { listFunctions } from '../paths/functions';
import { linkMarkup, withoutAnchors } from './address';
import { displayField } from './display-field';
import { globalsFor, RenderState, stateOf, type RenderInput } from './render-state';
import { sortedItems } from './tree/narrowing';
import { eachShown, propertyText, shownMarkup, thingsMarkup } from './several';
import { ShownWhen } from './shown-when';
import { breadcrumbsMarkup } from './site-parts/breadcrumbs';
import { searchForm } from './site-parts/search-form';
import { mapMarkup } from './maps/map-markup';
import { itemsAt, pointsIn, pointsOf, TooManySteps, valuesAt, type Run, type Write } from './tree';

export type { RenderInput } from './render-state';

/**
 * Makes the Liquid engine that renders pages: escaping by default, bounded in time, length and memory.
 *
 * It adds to the language: the filter `display: "path", "format"`, which writes a field's value as its type does, and
 * `display_each`, which does so for each of several; `values_at: "path"` and `items_at: "path"`, which collect values, rows or
 * things through lists on the way; `fitting: "block"`, `sorted: "path", descending` and `take: count`, which narrow lists; `links`, which writes things as links to them; `link_to: "path", words, "class"`, which links words to where a value leads; `unlinked`, which takes links out of markup; what several values come to (`paths/functions/`); `map_of: "name", "place", "called"`, which draws places on a map; `breadcrumbs` and `search_form`, which the site writes itself; `day`, which writes times as days; and the
 * tag `shown_when`, which asks for a block's condition.
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
  for (const [name, write] of Object.entries({ display: shownMarkup, display_each: eachShown })) {
    liquid.registerFilter(name, function (value: unknown, path: unknown, format: unknown) {
      const input = stateOf(this.context)?.input;
      const field = input && displayField(String(path), input.type, input.model);
      return field ? write(field, value, typeof format === 'string' ? format : undefined) : '';
    });
  }
  liquid.registerFilter('unlinked', (html: unknown) => withoutAnchors(String(html ?? '')));
  liquid.registerFilter('link_to', function (value: unknown, path: unknown, words: unknown, look: unknown) {
    const input = stateOf(this.context)?.input;
    const field = input && displayField(String(path), input.type, input.model);
    return field ? linkMarkup(field, value, String(words ?? ''), String(look ?? '')) : '';
  });
  liquid.registerFilter('values_at', (value: unknown, path: unknown) =>
    valuesAt(value, String(path).split('.')),
  );
  liquid.registerFilter('items_at', (value: unknown, path: unknown) =>
    itemsAt(value, String(path).split('.')),
  );
  const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);
  liquid.registerFilter('fitting', function (value: unknown, block: unknown) {
    const state = stateOf(this.context);
    return listOf(value).filter((item) => state?.holds(String(block), item) ?? false);
  });
  liquid.registerFilter('sorted', (value: unknown, path: unknown, descending: unknown) =>
    sortedItems(listOf(value), String(path).split('.'), descending === true),
  );
  liquid.registerFilter('take', (value: unknown, count: unknown) => listOf(value).slice(0, Number(count)));
  // Those that Liquid has itself come to the same.
  for (const { name, of } of listFunctions.filter(({ name }) => !liquid.filters[name]))
    liquid.registerFilter(name, (values: unknown) => of(Array.isArray(values) ? values : []));
  liquid.registerFilter('links', thingsMarkup);
  liquid.registerFilter('map_of', (value: unknown, name: unknown, place: unknown, called: unknown) => {
    const keys = (text: unknown): readonly string[] | null =>
      text === undefined ? null : String(text).split('.');
    const at = keys(place);
    return mapMarkup(at ? pointsOf(listOf(value), at, keys(called)) : pointsIn(value), String(name ?? ''));
  });
  liquid.registerFilter('search_form', searchForm);
  liquid.registerFilter('breadcrumbs', breadcrumbsMarkup);
  liquid.registerFilter('day', (value: unknown) => propertyText(value, true));
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
  const seats: unknown[] = [entry];
  const holds: Run['holds'] = (condition, item) =>
    state.holdsFor(condition, item ?? (seats.length > 1 ? seats.at(-1) : undefined));
  const run: Run = { site, type, seats, steps: 0, holds };
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
  const scope = { [input.type.kind]: input.entry, site: input.site };
  return String(liquid.renderSync(templates, scope, { globals: globalsFor(new RenderState(input)) }));
}
