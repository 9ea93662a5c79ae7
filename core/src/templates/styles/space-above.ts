import { say } from '../../locale/say';
import type { StyleProperty, StyleRules } from './style-property';

const above = (length: string): StyleRules => [
  ['', `margin-top:${length}`],
  ['>:first-child', 'margin-top:0'],
];

export const spaceAbove: StyleProperty = {
  label: say`Space above`,
  options: [
    { value: 'none', label: say`None`, rules: above('0') },
    { value: 'small', label: say`Small`, rules: above('.75rem') },
    { value: 'medium', label: say`Medium`, rules: above('2rem') },
    { value: 'large', label: say`Large`, rules: above('4rem') },
  ],
};
