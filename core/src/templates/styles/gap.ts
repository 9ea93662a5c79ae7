import { say } from '../../locale/say';
import { LAYING_OUT, type StyleProperty, type StyleRules } from './style-property';

const between = (length: string): StyleRules => [[LAYING_OUT, `gap:${length}`]];

export const gap: StyleProperty = {
  label: say`Space between`,
  options: [
    { value: 'none', label: say`None`, rules: between('0') },
    { value: 'small', label: say`Small`, rules: between('.5rem') },
    { value: 'medium', label: say`Medium`, rules: between('1.5rem') },
    { value: 'large', label: say`Large`, rules: between('3rem') },
  ],
};
