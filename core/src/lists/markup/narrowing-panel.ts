import { escapeHtml } from '../../fields/html';
import type { FacetRange } from '../../queries/ranges';
import { numbered } from '../../locale/counts';
import type { ListView } from '../list-view';
import { hasEnds } from '../offered-facet';
import { writtenEnd, type FacetValue, type ShownFacet } from '../shown-facet';
import type { SiteWords } from '../words/site-words';
import { LIST_FORM } from './list-tools';

/** So many values stand there at once, more where they stand below each other; the others are unfolded. */
const SHOWN = 6;
const SHOWN_OF_TREE = 16;

/** Deeper ones stand no further in. */
const DEEPEST = 3;

function valueMarkup(parameter: string, { word, label, count, chosen, depth }: FacetValue): string {
  const below = depth > 0 ? ` class="below-${Math.min(depth, DEEPEST)}"` : '';
  const box = `<input type="checkbox" name="${parameter}" value="${escapeHtml(word)}"${chosen ? ' checked' : ''}>`;
  return `<li${below}><label>${box}<span>${escapeHtml(label)}</span> <span class="count">${numbered(count)}</span></label></li>`;
}

function valuesMarkup({ facet, values }: ShownFacet, words: SiteWords): string {
  const items = (some: readonly FacetValue[]): string =>
    `<ul>${some.map((value) => valueMarkup(facet.parameter, value)).join('')}</ul>`;
  const shown = values.some(({ depth }) => depth > 0) ? SHOWN_OF_TREE : SHOWN;
  if (values.length <= shown + 1) return items(values);
  const rest = values.slice(shown);
  const open = rest.some(({ chosen }) => chosen) ? ' open' : '';
  return `${items(values.slice(0, shown))}<details${open}><summary>${words.more(numbered(rest.length))}</summary>${items(rest)}</details>`;
}

const HEIGHT = 32;

/** How the entries lie between the ends: for the eye alone, the boxes below say the rest. */
function barsMarkup(ranges: readonly FacetRange[]): string {
  const most = Math.max(1, ...ranges.map(({ count }) => count));
  const bars = ranges.map(({ count }, at) => {
    const height = count === 0 ? 1 : Math.max(3, Math.round((count / most) * HEIGHT));
    return `<rect x="${at * 10}" y="${HEIGHT - height}" width="9" height="${height}"/>`;
  });
  const width = ranges.length * 10 - 1;
  return `<svg class="bars" viewBox="0 0 ${width} ${HEIGHT}" preserveAspectRatio="none" aria-hidden="true">${bars.join('')}</svg>`;
}

function endsMarkup({ facet, ranges, ends }: ShownFacet, words: SiteWords): string {
  const { parameter, kind } = facet;
  const [first, last] = [ranges[0]?.from, ranges.at(-1)?.to];
  const box = (which: 'from' | 'to', label: string, hint: FacetRange['from'] | undefined): string => {
    const value = `name="${parameter}-${which}" value="${escapeHtml(ends[which])}"`;
    const type = kind === 'days' ? 'type="date"' : 'type="number" step="any" inputmode="decimal"';
    const placeholder = kind === 'numbers' && hint !== undefined ? ` placeholder="${hint}"` : '';
    return `<label><span>${label}</span> <input ${type} ${value}${placeholder}></label>`;
  };
  const between = [first, last].flatMap((end) => (end === undefined ? [] : [writtenEnd(facet, end)]));
  const scale =
    between.length === 2
      ? `${barsMarkup(ranges)}<p class="scale" aria-hidden="true"><span>${escapeHtml(between[0] ?? '')}</span><span>${escapeHtml(between[1] ?? '')}</span></p>`
      : '';
  return `${scale}<div class="ends ${kind}">${box('from', words.from, first)}${box('to', words.upTo, last)}</div>`;
}

function facetMarkup(shown: ShownFacet, words: SiteWords): string {
  const body = hasEnds(shown.facet) ? endsMarkup(shown, words) : valuesMarkup(shown, words);
  return `<fieldset><legend>${escapeHtml(shown.facet.label)}</legend>${body}</fieldset>`;
}

/**
 * Writes what a list may be narrowed by: a form that needs no script. On a narrow screen it stands in the place of the list while
 * it is asked for.
 */
export function narrowingPanel({ words, address, facets }: ListView): string {
  const hidden = `<form id="${LIST_FORM}" action="${address}"></form>`;
  if (facets.length === 0) return hidden;
  const parts = facets.map((shown) => facetMarkup(shown, words)).join('\n');
  return `<form class="narrowing" id="${LIST_FORM}" action="${address}" aria-label="${words.narrow}">
<a class="to-list" href="#list">${words.toList}</a>
<div data-part="facets">${parts}</div>
<button>${words.show}</button>
</form>`;
}
