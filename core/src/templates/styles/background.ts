import { say } from '../../locale/say';
import type { StyleProperty, StyleRules } from './style-property';

/** What can be read on a ground comes with it, links and quieter words included. */
const ground = (background: string, words: string): StyleRules => [
  [
    '',
    `background:${background};color:${words};--muted:${words};--accent:${words};--line:color-mix(in srgb,${words} 30%,transparent)`,
  ],
];

/** Links are darker on it, or lighter in the dark, by what the tint takes from them. */
const TINTED =
  'background:color-mix(in srgb,var(--ground) 8%,var(--paper));--accent:color-mix(in srgb,var(--ground) 75%,var(--ink))';

export const background: StyleProperty = {
  label: say`Ground`,
  options: [
    { value: 'raised', label: say`Raised`, rules: [['', 'background:var(--raised)']] },
    {
      value: 'tinted',
      label: say`Tinted`,
      rules: [['', TINTED]],
    },
    { value: 'accent', label: say`The site’s colour`, rules: ground('var(--ground)', 'var(--paper)') },
    { value: 'ink', label: say`Dark on light, light on dark`, rules: ground('var(--ink)', 'var(--paper)') },
  ],
};
