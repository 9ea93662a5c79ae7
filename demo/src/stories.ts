import type { DemoEntry } from './entries';

/** The huts whose story leads on: one in four. */
const LEADS_ON = 4;

const pictureOf = ({ values }: DemoEntry): string => {
  const picture = values['f_picture'];
  return typeof picture === 'string' ? `<img data-medium="${picture}" />` : '';
};

/** How long one walks on, as a table. */
const hoursTo = (next: DemoEntry, at: number): string =>
  '<table><tbody><tr><th><p>Way on</p></th><th><p>Summer</p></th><th><p>On ski</p></th></tr>' +
  `<tr><td><p><a data-entry="${next.id}">${next.title}</a></p></td><td><p>${(at % 4) + 2} h</p></td><td><p>${(at % 3) + 3} h</p></td></tr></tbody></table>`;

/**
 * Lets the stories of some huts lead on to the next one, with its picture and the hours there.
 * @param huts those with a picture, in their order
 * @returns all of them, some with a longer story
 */
export function withStories(huts: readonly DemoEntry[]): readonly DemoEntry[] {
  return huts.map((hut, at) => {
    const next = huts[(at + 1) % huts.length];
    const story = hut.values['f_description'];
    if (!next || next === hut || at % LEADS_ON !== 2 || typeof story !== 'string') return hut;
    const on = `<p>Who has a day to spare goes on to <a data-entry="${next.id}">${next.title}</a>.</p>`;
    const f_description = `${story}${on}${pictureOf(next)}${hoursTo(next, at)}`;
    return { ...hut, values: { ...hut.values, f_description } };
  });
}
