import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import type { Settings } from '../settings';

/** So many stars there are where the field has no largest value, and at the most. */
const USUAL = 5;
const MOST = 10;

/** As stars of as many as there can be; who does not see them reads the number. */
export const stars: DisplayFormat<Settings, number> = {
  kind: 'stars',
  label: say`Stars`,
  display: (value, { max }: Settings) => {
    const all = Math.round(Math.min(Math.max(max ?? USUAL, 1), MOST));
    const full = Math.round(Math.min(Math.max(value, 0), all));
    const drawn = '★'.repeat(full) + '☆'.repeat(all - full);
    return { html: `<span class="stars" role="img" aria-label="${full} / ${all}">${drawn}</span>` };
  },
};
