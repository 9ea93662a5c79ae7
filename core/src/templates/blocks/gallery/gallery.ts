import { say } from '../../../locale/say';
import { chosenOf } from '../../template';
import { between } from '../../tree/make';
import { escapeHtml } from '../../../fields/html';
import type { BlockKind } from '../block-kind';
import { publicLabel } from '../found-items';
import { layouts, properties } from './properties';
import { style } from './style';

/** Several pictures of a field. */
export const gallery: BlockKind = {
  kind: 'gallery',
  name: say`Gallery`,
  icon: 'photo_library',
  container: false,
  properties,
  style,
  compile(block, context) {
    const pictures = context.output(block, 'pictures');
    if (!pictures) return [];
    const [bound] = pictures.needs;
    const layout = chosenOf(block, 'layout', layouts);
    // A row that is pushed aside is reached by the keyboard as well.
    const name =
      layout === 'row'
        ? ` tabindex="0" role="region" aria-label="${escapeHtml(bound ? publicLabel(bound, context.paths) : '')}"`
        : '';
    return between(`<div class="pictures pictures-${layout}"${name}>`, pictures, '</div>');
  },
};
