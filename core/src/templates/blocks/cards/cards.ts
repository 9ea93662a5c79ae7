import { say } from '../../../locale/say';
import { cardPictures } from '../../card-pictures';
import { chosenOf, constantOf, type Block } from '../../template';
import { html, valueAt, whenThere, words } from '../../tree/make';
import type { PageNode } from '../../tree/node';
import type { BlockKind } from '../block-kind';
import { foundItems, foundRows, insteadOf, type FoundItem } from '../found-items';
import { levels, properties } from './properties';
import { style } from './style';

const isPicture = ({ path: { field, many } }: FoundItem): boolean =>
  field !== null && !many && cardPictures.has(field.type.shape);

const picture = ({ path, format }: FoundItem): PageNode =>
  whenThere(
    [path],
    [
      html('<div class="card-picture">'),
      valueAt(path, format ?? cardPictures.get(path.field?.type.shape ?? '') ?? null),
      html('</div>'),
    ],
  );

const fact = ({ path, format, label }: FoundItem): PageNode =>
  whenThere(
    [path],
    [html('<div><dt>'), words(label), html('</dt><dd>'), valueAt(path, format), html('</dd></div>')],
  );

function card(items: readonly FoundItem[], level: string): readonly PageNode[] {
  const top = items.find(isPicture);
  const [title, ...facts] = items.filter((each) => each !== top);
  const heading = title ? [html(`<h${level}>`), valueAt(title.path, title.format), html(`</h${level}>`)] : [];
  const list = whenThere(
    facts.map(({ path }) => path),
    [html('<dl>'), ...facts.map(fact), html('</dl>')],
  );
  return [
    html('<li>'),
    ...(top ? [picture(top)] : []),
    html('<div class="card-words">'),
    ...heading,
    ...(facts.length > 0 ? [list] : []),
    html('</div></li>\n'),
  ];
}

/** The heading above all cards, one level higher than their titles. */
function headingOf(block: Block, level: string): readonly PageNode[] {
  const heading = constantOf(block, 'heading');
  if (typeof heading !== 'string' || heading === '') return [];
  const above = Number(level) - 1;
  return [html(`<h${above}>`), words(heading), html(`</h${above}>\n`)];
}

/** Rows, entries or things that references lead to as cards: a picture, a title, what else is told. */
export const cards: BlockKind = {
  kind: 'cards',
  name: say`Cards`,
  icon: 'view_module',
  container: false,
  properties,
  style,
  compile(block, context) {
    const found = foundRows(block, context);
    if (!found) return [];
    const items = foundItems(block, 'columns', context.within(found.seat));
    if (items.length === 0) return [];
    const level = chosenOf(block, 'titles', levels);
    const each: PageNode = {
      kind: 'rows',
      rows: found.list,
      depth: context.seats.length,
      body: card(items, level),
      otherwise: [],
    };
    const list = [...headingOf(block, level), html('<ul class="cards">\n'), each, html('</ul>')];
    return [insteadOf(block, found.list, list), html('\n')];
  },
};
