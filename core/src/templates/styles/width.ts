import { say } from '../../locale/say';
import { own, type StyleProperty } from './style-property';

/** How far in the page has its content. */
const EDGE = 'max(1rem,calc(50vw - 28rem))';

/** How wide a block may be. The whole width of the window is for blocks on the page itself; in others it is theirs. */
export const width: StyleProperty = {
  label: say`Width`,
  options: [
    { value: 'narrow', label: say`Narrow`, rules: own('max-width:26rem') },
    { value: 'reading', label: say`As wide as text is read`, rules: own('max-width:42rem') },
    {
      value: 'window',
      label: say`The whole window`,
      rules: [
        ['', 'max-width:none'],
        // Out to both edges; what stands in it stays in the column of the page.
        [':where(main>*)', `margin-inline:calc(-1*${EDGE});padding-inline:${EDGE}`],
      ],
    },
  ],
};
