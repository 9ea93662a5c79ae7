import { TestBed } from '@angular/core/testing';
import type { RemovalReferrer } from '@tovlet/core/contracts/studio';
import { Confirm } from '../shared/confirm';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  type TestServer,
} from '../../testing/workbench';
import { Removal } from './removal';

describe('putting things into the bin', () => {
  let server: TestServer;
  let removal: Removal;
  let ask: jasmine.Spy<Confirm['ask']>;
  let notices: ReturnType<typeof hearNotices>;
  beforeEach(async () => {
    server = setUpWorkbench();
    notices = hearNotices();
    await server.loadModel(documentOf(hutGroup(altitude)));
    removal = TestBed.inject(Removal);
    ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
  });

  const referrer = (effect: RemovalReferrer['effect'], field = 'f_altitude'): RemovalReferrer => ({
    entry: 'e_2',
    type: 't_hut',
    title: 'Birch Hut',
    field,
    effect,
  });
  const sureOf = async (referrers: readonly RemovalReferrer[], total = referrers.length) => {
    const asked = removal.isSure('entry', 'e_1', 'Larch Hut');
    server.answer('/api/studio/bin/removal/entry/e_1', { referrers, total });
    return asked;
  };
  const question = () => ask.calls.mostRecent().args[0];

  it('is asked for with what becomes of what refers to it', async () => {
    expect(await sureOf([referrer('clear'), referrer('keep', 'f_gone')], 60)).toBeTrue();
    expect(question().list).toEqual([
      '“Birch Hut” will have it no more in “Altitude”.',
      '“Birch Hut” will show nothing in “a removed field” until it comes back.',
      'and 58 more',
    ]);
    expect(question().yes).toBe('Put into the bin');
  });

  it('is not offered where something needs it', async () => {
    expect(await sureOf([referrer('refuse'), referrer('clear')])).toBeFalse();
    expect([question().list, question().yes]).toEqual([['“Birch Hut” needs it in “Altitude”.'], null]);
  });

  it('is not done where nobody can tell what it comes to', async () => {
    const asked = removal.isSure('entry', 'e_1', 'Larch Hut');
    server.http.expectOne('/api/studio/bin/removal/entry/e_1').error(new ProgressEvent('error'));
    expect(await asked).toBeFalse();
    expect(ask).not.toHaveBeenCalled();
    expect(notices.fail).toHaveBeenCalled();
  });

  it('is taken back from the message that says it', async () => {
    const after = jasmine.createSpy('after');
    removal.said('entry', 'e_1', 'Larch Hut', after);
    notices.sayWithUndo.calls.mostRecent().args[1]();
    const restored = { kind: 'entry', id: 'e_1', name: 'Larch Hut', subject: 't_hut', notes: [] };
    server.answer('/api/studio/bin/entry/e_1/restore', restored);
    await Promise.resolve();
    await Promise.resolve();
    expect(after).toHaveBeenCalledWith(restored);
  });
});
