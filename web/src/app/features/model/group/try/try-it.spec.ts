import {
  altitude,
  code,
  documentOf,
  hutEntry,
  hutGroup,
  prices,
  setUpWorkbench,
  winter,
  type TestServer,
} from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { TryIt } from './try-it';

const note = {
  ...code,
  id: 'f_note',
  key: 'note',
  label: 'Note',
  required: false,
  shownWhen: { kind: 'field', field: 'f_amount', operator: 'greater', value: 20 } as const,
};
const rows = { ...prices, fields: [...prices.fields, note] };
const group = hutGroup(altitude, winter, code, rows);

describe('trying a group', () => {
  let server: TestServer;
  let screen: Screen<TryIt>;
  beforeEach(async () => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(group));
    screen = await Screen.of(TryIt, {
      group,
      fill: { entries: 8, fields: { f_code: { filled: 2, of: 3 } } },
    });
    server.answer('/api/studio/entries?', {
      items: [
        { id: 'e_1', title: 'Larch Hut', slug: 'larch', status: 'published', updatedAt: '', columns: {} },
      ],
      total: 1,
    });
    await screen.drawn();
  });
  afterEach(() => screen.leave());

  it('traces each condition with its outcome and the value that decided it', async () => {
    expect(screen.text).toContain('Winter room is on now empty');
    expect(screen.text).toContain('Shows on 3 of 8 entries.');
    screen.all<HTMLElement>('[role="switch"]')[0]?.click();
    await screen.drawn();
    expect(screen.text).toContain('Winter room is on now Yes');
    expect(screen.all('tov-field:not([hidden])').length).toBe(4);
  });

  it('takes the values of a real entry, row by row, and saves nothing', async () => {
    await screen.choose('Entry to try it with', 'Larch Hut');
    const values = {
      f_altitude: 5,
      f_prices: [
        { id: 'r_1', values: { f_amount: 5 } },
        { id: 'r_2', values: { f_amount: 30 } },
      ],
    };
    server.answer('/api/studio/entries/e_1', hutEntry(values));
    await screen.drawn();
    expect(screen.text).toContain('Row 1: Amount is more than 20 now 5');
    expect(screen.text).toContain('Row 2: Amount is more than 20 now 30');
    await screen.press('Begin again');
    expect(screen.text).toContain('Its repeater has no rows at present.');
    server.http.verify();
  });

  it('lights a field in form and trace together', async () => {
    const article = screen.all('article').find(({ textContent }) => textContent.includes('Code'));
    article?.dispatchEvent(new MouseEvent('mouseenter'));
    await screen.drawn();
    expect(screen.all('.lit').length).toBe(2);
  });

  it('says what to do when the group appears on nothing', async () => {
    await screen.set('group', { ...group, id: 'g_none' });
    expect(screen.text).toContain('The group appears on no content type.');
  });
});
