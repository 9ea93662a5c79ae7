import { TestBed } from '@angular/core/testing';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  press,
  prices,
  setUpWorkbench,
  settle,
  winter,
  type TestServer,
} from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { Confirm } from '../../../../shared/confirm';
import { Notices } from '../../../../shared/notices';
import type { ModelStore } from '../../../../shell/model-store';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { Sheet } from './sheet';

const ADD = 'Add a field: type a label, press Enter';

describe('the sheet', () => {
  let server: TestServer;
  let model: ModelStore;
  let screen: Screen<Sheet>;
  let notices: jasmine.SpyObj<Notices>;
  let ask: jasmine.Spy;
  const group = hutGroup(altitude, winter, code, prices);

  beforeEach(async () => {
    server = setUpWorkbench();
    notices = jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']);
    TestBed.overrideProvider(Notices, { useValue: notices });
    model = await server.loadModel(documentOf(group));
    ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    screen = await Screen.of(Sheet, { group });
  });
  afterEach(() => screen.leave());
  const refresh = () => screen.set('group', model.document().groups[0]);
  const fields = () => model.document().groups[0]?.fields ?? [];
  const add = async (label: string): Promise<void> => {
    await screen.enter(ADD, label);
    press(screen.box(ADD), 'Enter');
    await refresh();
  };

  it('adds a field with a key made from its label and a type from its words', async () => {
    await add('Number of stoves');
    await add('Contact email');
    expect(
      fields()
        .slice(-2)
        .map(({ key, kind }) => `${key} ${kind}`),
    ).toEqual(['number_of_stoves number', 'contact_email email']);
    expect(screen.box(ADD).value).toBe('');
  });

  it('offers two other types a label may mean, a keystroke away', async () => {
    await screen.enter(ADD, 'Number of stoves');
    const other = screen.all('.other').map(({ textContent }) => textContent.replace(/\s+/g, ' ').trim());
    expect(other.map((words) => words.slice(-5))).toEqual(['Alt 2', 'Alt 3']);
    press(screen.box(ADD), '2', { altKey: true, code: 'Digit2' });
    await screen.drawn();
    press(screen.box(ADD), 'Enter');
    expect(other[0]).toContain(fieldTypeOf(fields().at(-1)?.kind ?? 'number').name);
    expect(fields().at(-1)?.kind).not.toBe('number');
  });

  it('proposes a relation where a label names a type of the workspace', async () => {
    await add('Nearest hut');
    const { kind, settings } = fields().at(-1) ?? {};
    expect<unknown>([kind, settings]).toEqual(['relation', { types: ['t_hut'] }]);
  });

  it('gives a second field of the same label another key', async () => {
    await add('Altitude');
    expect(fields().at(-1)?.key).toBe('altitude_2');
  });

  it('shows the key that will be made while the label is typed', async () => {
    await screen.enter(ADD, 'Über den Dächern');
    expect(screen.text).toContain('uber_den_dachern');
  });

  it('renames in place, and puts back what cannot be a key', async () => {
    await screen.enter('Label of Altitude', 'Height');
    expect(fields()[0]?.label).toBe('Height');
    await refresh();
    await screen.enter('Key of Height', 'Not a key');
    expect(fields()[0]?.key).toBe('altitude');
    expect(screen.box('Key of Height').value).toBe('altitude');
    expect(notices.say).toHaveBeenCalled();
  });

  it('moves fields with Alt and arrow keys, also into a repeater and out of it', async () => {
    const grip = (label: string) => screen.button(`Move ${label} with Alt and arrow keys`);
    press(grip('Code'), 'ArrowUp', { altKey: true });
    await refresh();
    expect(fields().map(({ id }) => id)).toEqual(['f_altitude', 'f_code', 'f_winter', 'f_prices']);
    press(grip('Guest'), 'ArrowLeft', { altKey: true });
    await refresh();
    expect(fields().map(({ id }) => id)).toEqual(['f_altitude', 'f_code', 'f_winter', 'f_prices', 'f_guest']);
    press(grip('Guest'), 'ArrowRight', { altKey: true });
    await refresh();
    expect(fields()[3]?.fields.map(({ id }) => id)).toEqual(['f_amount', 'f_guest']);
  });

  it('goes from cell to cell with arrow keys and Enter', () => {
    screen.box('Label of Altitude').focus();
    press(document.activeElement, 'ArrowDown');
    expect(document.activeElement).toBe(screen.box('Label of Winter room'));
    press(document.activeElement, 'Enter');
    expect(document.activeElement).toBe(screen.box('Label of Code'));
  });

  it('removes what nothing depends on at once, with undo', async () => {
    await screen.press('Remove Altitude');
    expect(ask).not.toHaveBeenCalled();
    expect(fields().map(({ id }) => id)).not.toContain('f_altitude');
    notices.sayWithUndo.calls.mostRecent().args[1]();
    expect(fields()[0]?.id).toBe('f_altitude');
  });

  it('asks before it removes what decides about another field', async () => {
    ask.and.resolveTo(false);
    await screen.press('Remove Winter room');
    await settle();
    expect(ask.calls.mostRecent().args[0].text).toContain('Decides whether “Code” shows');
    expect(fields().map(({ id }) => id)).toContain('f_winter');
  });

  it('tells rules, conditions, uses and how much is filled', async () => {
    await screen.set('fill', { entries: 4, fields: { f_altitude: { filled: 3, of: 4 } } });
    expect(screen.text).toContain('required');
    expect(screen.text).toContain('Winter room is on');
    expect(screen.all('.fill').map((each) => each.getAttribute('aria-label'))).toEqual([
      'filled in 3 of 4 entries',
    ]);
  });

  it('lets readers read', async () => {
    await screen.set('canEdit', false);
    expect(screen.box('Label of Altitude').readOnly).toBeTrue();
    expect(screen.all('.adding').length).toBe(0);
  });
});
