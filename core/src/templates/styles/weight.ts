import { say } from '../../locale/say';
import type { StyleProperty, StyleRules } from './style-property';

const weighing = (weight: number): StyleRules => [
  ['', `font-weight:${weight}`],
  ['>:is(h1,h2,h3,h4)', `font-weight:${weight}`],
];

export const weight: StyleProperty = {
  label: say`Weight of words`,
  options: [
    { value: 'usual', label: say`Usual`, rules: weighing(400) },
    { value: 'medium', label: say`Medium`, rules: weighing(550) },
    { value: 'bold', label: say`Bold`, rules: weighing(700) },
  ],
};
