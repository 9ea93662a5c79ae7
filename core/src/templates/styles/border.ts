import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

export const border: StyleProperty = {
  label: say`Border`,
  options: [
    { value: 'line', label: say`A line around`, rules: own('border:1px solid var(--line)') },
    { value: 'above', label: say`A line above`, rules: own('border-top:1px solid var(--line)') },
    { value: 'below', label: say`A line below`, rules: own('border-bottom:1px solid var(--line)') },
    {
      value: 'edge',
      label: say`A strong edge at the start`,
      rules: own('border-inline-start:4px solid var(--accent)'),
    },
  ],
};
