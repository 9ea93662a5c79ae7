import { plainFrame, type Frame, type MenuItem } from '@tovlet/core/site/frame';
import { digits } from './entries';

const toList = (type: string, label = ''): MenuItem => ({ label, to: { kind: 'list', type } });
const toPage = (index: number, label = ''): MenuItem => ({
  label,
  to: { kind: 'entry', entry: `e_page${digits(index)}` },
});

/** What stands around the pages of the demo's site. */
export const demoFrame: Frame = {
  ...plainFrame,
  menu: [
    toList('t_hut'),
    toList('t_route'),
    toList('t_warden'),
    toList('t_post', 'News'),
    toPage(1, 'The society'),
  ],
  footerMenu: [toPage(2), toPage(3), toPage(4)],
  footer: 'Velmark Huts society\nSeven hundred beds between the Nethrim basin and the Vess valley.',
};
