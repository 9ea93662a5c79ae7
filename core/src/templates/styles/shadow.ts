import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

export const shadow: StyleProperty = {
  label: say`Shadow`,
  options: [
    { value: 'soft', label: say`Soft`, rules: own('box-shadow:0 1px 3px rgb(0 0 0/.12)') },
    { value: 'deep', label: say`Deep`, rules: own('box-shadow:0 8px 28px rgb(0 0 0/.18)') },
  ],
};
