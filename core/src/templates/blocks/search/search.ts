import { say } from '../../../locale/say';
import { html } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { properties } from './properties';

/** A box that searches the whole site. */
export const search: BlockKind = {
  kind: 'search',
  name: say`Search box`,
  icon: 'search',
  container: false,
  properties,
  style: '',
  compile: (_block, { seats: [page] }) => [
    { kind: 'site_part', part: 'search', about: page.at.kind, upwards: null },
    html('\n'),
  ],
};
