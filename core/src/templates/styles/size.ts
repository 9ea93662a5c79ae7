import { say } from '../../locale/say';
import type { StyleProperty, StyleRules } from './style-property';

/** Headings have sizes of their own, which are set anew. */
const sized = (length: string): StyleRules => [
  ['', `font-size:${length}`],
  ['>:is(h1,h2,h3,h4)', `font-size:${length}`],
];

export const size: StyleProperty = {
  label: say`Size of words`,
  options: [
    { value: 'small', label: say`Small`, rules: sized('.875rem') },
    { value: 'usual', label: say`Usual`, rules: sized('1.0625rem') },
    { value: 'large', label: say`Large`, rules: sized('1.35rem') },
    { value: 'huge', label: say`Very large`, rules: sized('clamp(2.1rem,6vw,3.5rem)') },
  ],
};
