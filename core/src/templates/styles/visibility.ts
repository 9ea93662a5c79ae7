import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

export const visibility: StyleProperty = {
  label: say`Shown`,
  options: [
    { value: 'no', label: say`Not at this width`, rules: own('display:none') },
    { value: 'yes', label: say`At this width`, rules: own('display:block') },
  ],
};
