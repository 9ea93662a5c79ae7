import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

export const radius: StyleProperty = {
  label: say`Corners`,
  options: [
    { value: 'square', label: say`Square`, rules: own('border-radius:0') },
    { value: 'site', label: say`As on the site`, rules: own('border-radius:var(--corner);overflow:clip') },
    { value: 'round', label: say`Round`, rules: own('border-radius:1.25rem;overflow:clip') },
  ],
};
