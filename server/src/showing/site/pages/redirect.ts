import type { MadeAnswer } from '../../../revisions/kept-answers';

/** What stands where a page was before: it is asked for anew each time, for it may move again. */
export const redirectTo = (address: string): MadeAnswer => ({
  text: '',
  parts: new Set(),
  mime: 'text/html',
  lasting: false,
  status: 301,
  headers: { location: address, 'cache-control': 'no-cache' },
});
