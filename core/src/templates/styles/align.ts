import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

export const align: StyleProperty = {
  label: say`Alignment`,
  options: [
    { value: 'start', label: say`At the start`, rules: own('text-align:start') },
    { value: 'centre', label: say`In the middle`, rules: own('text-align:center;margin-inline:auto') },
    { value: 'end', label: say`At the end`, rules: own('text-align:end;margin-inline-start:auto') },
  ],
};
