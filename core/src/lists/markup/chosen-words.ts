import { escapeHtml } from '../../fields/html';
import { addressOf, withoutEnds, withoutValue, isNarrowed } from '../list-request';
import type { ListView } from '../list-view';
import { hasEnds } from '../offered-facet';
import { writtenEnd, type ShownFacet } from '../shown-facet';

/** Something that a list is narrowed by, and the list without it. */
interface ChosenWord {
  readonly text: string;
  readonly without: string;
}

const endWords = ({ facet }: ShownFacet, text: string): string =>
  text === '' ? '' : writtenEnd(facet, facet.kind === 'numbers' ? Number(text) : text);

function chosenOf(view: ListView): readonly ChosenWord[] {
  const { request, address, words } = view;
  const search: readonly ChosenWord[] =
    request.words === ''
      ? []
      : [{ text: `“${request.words}”`, without: addressOf(address, { ...request, words: '', page: 1 }) }];
  const facets = view.facets.flatMap((shown): readonly ChosenWord[] => {
    const { facet, values, ends } = shown;
    if (!hasEnds(facet))
      return values
        .filter(({ chosen }) => chosen)
        .map(({ word, label }) => ({
          text: `${facet.label}: ${label}`,
          without: addressOf(address, withoutValue(request, facet.parameter, word)),
        }));
    const text = words.ends(endWords(shown, ends.from), endWords(shown, ends.to));
    return text === ''
      ? []
      : [
          {
            text: `${facet.label} ${text}`,
            without: addressOf(address, withoutEnds(request, facet.parameter)),
          },
        ];
  });
  return [...search, ...facets];
}

/** Writes what a list is narrowed by as words that take it away again. */
export function chosenWords(view: ListView): string {
  const { request, address, words } = view;
  if (!isNarrowed(request)) return '';
  const items = chosenOf(view).map(({ text, without }) => {
    const label = escapeHtml(words.remove(text));
    return `<li><a href="${escapeHtml(without)}" aria-label="${label}">${escapeHtml(text)} <span aria-hidden="true">×</span></a></li>`;
  });
  const whole = escapeHtml(
    addressOf(address, { ...request, words: '', page: 1, chosen: new Map(), ends: new Map() }),
  );
  return `<ul class="chosen" aria-label="${words.chosen}">${items.join('')}<li><a class="clear" href="${whole}">${words.clear}</a></li></ul>\n`;
}
