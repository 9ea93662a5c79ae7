import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

/** Where it stands among those beside it, where they are laid out: who listens hears them as they stand in the tree. */
export const order: StyleProperty = {
  label: say`Order`,
  options: [
    { value: 'first', label: say`Before the others`, rules: own('order:-1') },
    { value: 'last', label: say`After the others`, rules: own('order:1') },
  ],
};
