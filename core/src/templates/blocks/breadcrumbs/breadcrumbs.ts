import { say } from '../../../locale/say';
import { findList } from '../../found-path';
import { html } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { properties } from './properties';

/** Where the page stands: the start, the list it is in or the terms above it, the page itself. */
export const breadcrumbs: BlockKind = {
  kind: 'breadcrumbs',
  name: say`Breadcrumbs`,
  icon: 'chevron_right',
  container: false,
  properties,
  style: '',
  compile(_block, { seats: [page], paths }) {
    const about = page.at.kind;
    const upwards = about === 'term' ? (findList('^', [page], paths)?.list ?? null) : null;
    return [{ kind: 'site_part', part: 'breadcrumbs', about, upwards }, html('\n')];
  },
};
