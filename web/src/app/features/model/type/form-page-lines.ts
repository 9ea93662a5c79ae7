import type { PageField } from '@tovlet/core/templates/default-template';
import { linkHorizontal } from 'd3-shape';

/** The line between the places of a field on the form and on the page. */
export interface Line {
  readonly id: string;
  readonly path: string;
  readonly shown: boolean;
}

type Point = readonly [number, number];

const link = linkHorizontal<{ readonly source: Point; readonly target: Point }, Point>()
  .x(([x]) => x)
  .y(([, y]) => y);

/** How far the lines keep from the words, px. */
const GAP = 8;

/**
 * Measures where the fields of a type stand on both sides, and makes the lines between them.
 * @param element holds both lists; the lines are in its coordinates
 * @see https://d3js.org/d3-shape/link
 */
export function linesBetween(element: HTMLElement, page: readonly PageField[]): readonly Line[] {
  const origin = element.getBoundingClientRect();
  const middle = (box: DOMRect): number => box.top + box.height / 2 - origin.top;
  return page.flatMap(({ field: { id }, shown }) => {
    const from = element.querySelector(`#form-${CSS.escape(id)}`)?.getBoundingClientRect();
    const to = element.querySelector(`#on-page-${CSS.escape(id)}`)?.getBoundingClientRect();
    if (!from || !to || to.left < from.right) return [];
    const path = link({
      source: [Math.round(from.right - origin.left + GAP), Math.round(middle(from))],
      target: [Math.round(to.left - origin.left - GAP), Math.round(middle(to))],
    });
    return path === null ? [] : [{ id, path, shown }];
  });
}
