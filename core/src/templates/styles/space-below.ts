import { say } from '../../locale/say';
import type { StyleProperty, StyleRules } from './style-property';

const below = (length: string): StyleRules => [
  ['', `margin-bottom:${length}`],
  ['>:last-child', 'margin-bottom:0'],
];

export const spaceBelow: StyleProperty = {
  label: say`Space below`,
  options: [
    { value: 'none', label: say`None`, rules: below('0') },
    { value: 'small', label: say`Small`, rules: below('.75rem') },
    { value: 'medium', label: say`Medium`, rules: below('2rem') },
    { value: 'large', label: say`Large`, rules: below('4rem') },
  ],
};
