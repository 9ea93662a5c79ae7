import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

export const colour: StyleProperty = {
  label: say`Colour of words`,
  options: [
    { value: 'muted', label: say`Quiet`, rules: own('color:var(--muted)') },
    { value: 'accent', label: say`The site’s colour`, rules: own('color:var(--accent)') },
  ],
};
