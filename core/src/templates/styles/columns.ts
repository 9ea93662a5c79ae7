import { say } from '../../locale/say';
import { LAYING_OUT, type StyleProperty, type StyleRules } from './style-property';

const beside = (count: number): StyleRules => [
  [LAYING_OUT, `grid-template-columns:repeat(${count},minmax(0,1fr))`],
];

/** How many stand beside each other, of blocks that lay others out. */
export const columns: StyleProperty = {
  label: say`Beside each other`,
  options: [
    { value: '1', label: say`One`, rules: beside(1) },
    { value: '2', label: say`Two`, rules: beside(2) },
    { value: '3', label: say`Three`, rules: beside(3) },
    { value: '4', label: say`Four`, rules: beside(4) },
  ],
};
