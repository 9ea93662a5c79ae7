import type { PresenceAnswer } from '@tovlet/core/contracts/studio';
import type { ServerEvent } from '../events/event';
import { EventBus } from '../events/bus';
import { eachWithWorkspace } from '../testing/workspace';
import { Presence } from './presence';

const PLACE = 'entry/e_1';

describe('presence', () => {
  const workspace = eachWithWorkspace();
  let developer = '';
  let editor = '';
  beforeEach(async () => {
    [developer, editor] = [await workspace().signIn(), await workspace().signIn(1)];
  });
  const note = (cookie: string, body: object) =>
    workspace().send<PresenceAnswer>('PUT', '/api/studio/presence', body, cookie);
  const at = (window: string, place: string | null = PLACE, field: readonly string[] = []) => ({
    window,
    place,
    field,
  });

  it('tells who is at a place, and in which field', async () => {
    await note(developer, at('window-1', PLACE, ['f_rows', 'r_1', 'f_altitude']));
    const { body } = await note(editor, at('window-2'));
    expect(body.people.map(({ name, field }) => [name, field])).toEqual([
      ['Ilse Varnholt', 'f_rows/r_1/f_altitude'],
      ['Tobrin Kestling', null],
    ]);
    await note(developer, at('window-1', null));
    expect((await note(editor, at('window-2'))).body.people.length).toBe(1);
    expect((await note(editor, at('window-2', 'group/g_hut'))).body.people.length).toBe(1);
  });

  it('tells open workbenches, moves of a moment together', async () => {
    const told: ServerEvent[] = [];
    const heard = new Promise<void>((resolve) => {
      workspace().services.events.subscribe(({ id, event }) => {
        if (event.kind !== 'presence') return;
        expect(id).toBeNull();
        told.push(event);
        resolve();
      });
    });
    for (const field of ['f_phone', 'f_email', 'f_altitude'])
      await note(editor, at('window-2', PLACE, [field]));
    await heard;
    expect(told).toEqual([
      {
        kind: 'presence',
        place: PLACE,
        people: [jasmine.objectContaining({ name: 'Tobrin Kestling', field: 'f_altitude' })],
      },
    ]);
  });

  it('tells nothing of a field that editors do not see', async () => {
    const patch = { editors: 'nothing' } as const;
    await workspace().change(developer, { kind: 'set_field', field: 'f_altitude', patch });
    await note(developer, at('window-1', PLACE, ['f_altitude']));
    const { body } = await note(editor, at('window-2'));
    expect(body.people.map(({ field }) => field)).toEqual([null, null]);
  });

  it('is refused for places and windows that are none, and for nobody', async () => {
    for (const wrong of [at('w'), at('window-1', 'home'), at('window-1', 'entry/../x'), { place: PLACE }])
      expect((await note(editor, wrong)).status)
        .withContext(JSON.stringify(wrong))
        .toBe(422);
    expect((await note('', at('window-1'))).status).toBe(401);
  });

  describe('of several processes', () => {
    let now = 0;
    let events: EventBus;
    const person = (window: string, field: string | null = null) => ({
      window,
      person: 'p_1',
      name: `Name ${window}`,
      field,
    });
    beforeEach(async () => {
      jasmine.clock().install();
      now = 1_000;
      events = await EventBus.start(workspace().services.connection);
    });
    afterEach(() => {
      events.endStreams();
      jasmine.clock().uninstall();
    });
    const pass = (milliseconds: number): void => {
      now += milliseconds;
      jasmine.clock().tick(milliseconds);
    };

    it('is known to each of them', () => {
      const [one, other] = [new Presence(events, () => now), new Presence(events, () => now)];
      one.note(person('a'), PLACE);
      other.note(person('b'), PLACE);
      pass(500);
      for (const each of [one, other]) expect(each.at(PLACE).map(({ window }) => window)).toEqual(['a', 'b']);
      one.note(person('a'), null);
      pass(500);
      expect(other.at(PLACE).map(({ window }) => window)).toEqual(['b']);
    });

    it('ends for windows and processes that say nothing any more', () => {
      const [one, other] = [new Presence(events, () => now), new Presence(events, () => now)];
      one.note(person('a'), PLACE);
      pass(15_500);
      expect(other.at(PLACE).length).toBe(1);
      pass(45_500);
      expect([one.at(PLACE), other.at(PLACE)]).toEqual([[], []]);
    });

    it('knows twenty windows of somebody, those that were heard of last', () => {
      const one = new Presence(events, () => now);
      for (let index = 0; index < 20; index += 1) one.note(person(`w${index}`), PLACE);
      one.note(person('w0'), PLACE);
      one.note(person('new'), PLACE);
      const windows = one.at(PLACE).map(({ window }) => window);
      expect([windows.length, windows.includes('w0'), windows.includes('w1')]).toEqual([20, true, false]);
    });

    it('fits into one message, whatever the number and the names of people', () => {
      const passed: number[] = [];
      const end = events.subscribe(({ event }) => {
        if (event.kind === 'presence_of') passed.push(Buffer.byteLength(JSON.stringify(event)));
      });
      const one = new Presence(events, () => now);
      for (let index = 0; index < 200; index += 1)
        one.note({ ...person(`window-${index}`, 'ö'.repeat(100)), person: `p_${index}` }, PLACE);
      pass(500);
      end();
      expect(passed.length).toBe(1);
      expect(passed[0]).toBeLessThan(7_901);
      expect(one.at(PLACE).length).toBe(200);
    });
  });
});
