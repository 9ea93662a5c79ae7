import { say } from '../../locale/say';
import { FLUSH, own, type StyleProperty } from './style-property';

export const padding: StyleProperty = {
  label: say`Space inside`,
  options: [
    { value: 'small', label: say`Small`, rules: [...own('padding:.75rem 1rem'), ...FLUSH] },
    { value: 'medium', label: say`Medium`, rules: [...own('padding:1.25rem 1.5rem'), ...FLUSH] },
    {
      value: 'large',
      label: say`Large`,
      rules: [...own('padding:2.5rem clamp(1.25rem,5vw,3rem)'), ...FLUSH],
    },
  ],
};
