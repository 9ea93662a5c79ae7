import { TestBed } from '@angular/core/testing';
import type { LooseAnswer, LooseLine } from '@tovlet/core/contracts/studio';
import { field } from '@tovlet/core/model/document';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  prices,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { Confirm } from '../../../shared/confirm';
import { LoosePage } from './loose-page';

describe('the page of loose values', () => {
  let server: TestServer;
  let screen: Screen<LoosePage>;
  const depth = field({ id: 'f_depth', key: 'depth', label: 'Depth', kind: 'number' });
  const line = (more: Partial<LooseLine> = {}): LooseLine => ({
    type: 't_hut',
    within: [],
    key: 'f_depth',
    entries: 2,
    samples: [{ entry: 'e_1', title: 'Larch Hut', value: 12 }],
    elsewhere: null,
    proposed: depth,
    wasField: true,
    ...more,
  });
  const open = async (answer: Partial<LooseAnswer>): Promise<void> => {
    server = setUpWorkbench();
    hearNotices();
    await server.loadModel(documentOf(hutGroup(altitude, prices)));
    await signInAs(server, 'developer');
    screen = await Screen.of(LoosePage);
    const whole: LooseAnswer = { lines: [], removals: [], looking: false, ...answer };
    await until(() => {
      const [request] = server.http.match('/api/studio/loose');
      request?.flush(whole);
      return request !== undefined;
    });
    await screen.drawn();
  };
  const sent = async (path: string): Promise<unknown> => {
    const { request } = server.http.expectOne({ method: 'POST', url: `/api/studio/loose/${path}` });
    await screen.drawn();
    return request.body;
  };
  afterEach(() => screen.leave());

  it('says that all is well where it is, and that it is not known yet', async () => {
    await open({});
    expect(screen.text).toContain('Every value in every entry belongs to a field.');
    screen.leave();
    TestBed.resetTestingModule();
    await open({ looking: true });
    expect(screen.text).toContain('Entries are being looked through.');
  });

  it('tells where values stand, shows some, and gives a removed field back', async () => {
    await open({ lines: [line()] });
    expect(screen.text).toContain('f_depth2 Huts');
    expect(screen.text).toContain('12');
    await screen.press('Have the field “Depth” again…');
    expect(screen.text).toContain('It is the field that was removed');
    await screen.press('Make the field');
    expect(await sent('adopt')).toEqual({
      type: 't_hut',
      within: [],
      key: 'f_depth',
      group: 'g_hut',
      field: { ...depth },
    });
  });

  it('makes another field of them, under another name and of another type', async () => {
    await open({ lines: [line({ key: 'opening_year', wasField: false })] });
    await screen.press('Make a field of them…');
    await screen.enter('Label', 'Built in');
    await screen.choose('Type', 'Text');
    await screen.press('Make the field');
    expect(await sent('adopt')).toEqual(
      jasmine.objectContaining({
        key: 'opening_year',
        field: jasmine.objectContaining({ label: 'Built in', key: 'built_in', kind: 'text' }),
      }),
    );
  });

  it('asks for no group where they stand within a field', async () => {
    await open({ lines: [line({ within: ['f_prices'], wasField: false })] });
    expect(screen.text).toContain('Huts › Prices');
    await screen.press('Make a field of them…');
    expect(screen.all('tov-adopt-form label').map((each) => each.textContent.trim())).toEqual([
      'Label',
      jasmine.stringContaining('Type'),
    ]);
  });

  it('offers nothing for values that no type holds, and for those of a field that does not reach them', async () => {
    const elsewhere = { label: 'Altitude', group: 'Hut facts' };
    await open({ lines: [line({ proposed: null }), line({ key: 'f_x', proposed: null, elsewhere })] });
    expect(screen.text).toContain('No field type holds such values.');
    expect(screen.text).toContain('They belong to the field “Altitude” of Hut facts');
    expect(screen.all('button').filter((each) => each.textContent.includes('field')).length).toBe(0);
  });

  it('discards after it was asked, and puts back', async () => {
    const removal = {
      id: 'q_1',
      type: 't_hut',
      within: [],
      key: 'f_old',
      target: null,
      by: 'Ilse Varnholt',
      at: '2026-11-02T08:00:00Z',
      entries: 3,
      state: 'removed',
    } as const;
    await open({
      lines: [line()],
      removals: [removal, { ...removal, id: 'q_2', target: 'f_altitude', key: 'height' }],
    });
    expect(screen.text).toContain('was taken out of 3 entries');
    expect(screen.text).toContain('was moved into “Altitude” in 3 entries');
    const ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(false);
    await screen.press('Discard…');
    server.http.expectNone('/api/studio/loose/discard');
    ask.and.resolveTo(true);
    await screen.press('Discard…');
    expect(await sent('discard')).toEqual({ type: 't_hut', within: [], key: 'f_depth' });
    server.http.verify();
    expect(screen.all('ul.taken button').length).toBe(1);
  });
});
