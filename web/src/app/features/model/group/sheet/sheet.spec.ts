import { TestKey } from '@angular/cdk/testing';
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
  until,
  winter,
  type TestServer,
} from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { Confirm } from '../../../../shared/confirm';
import { Notices } from '../../../../shared/notices';
import type { ModelStore } from '../../../../shell/model-store';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { Sheet } from './sheet';
import { SheetHarness } from './sheet.harness';

const ADD = 'Add a field: type a label, press Enter';

describe('the sheet', () => {
  let server: TestServer;
  let model: ModelStore;
  let screen: Screen<Sheet>;
  let sheet: SheetHarness;
  let notices: jasmine.SpyObj<Notices>;
  let ask: jasmine.Spy;
  const group = hutGroup(altitude, winter, code, prices);

  beforeEach(async () => {
    server = setUpWorkbench();
    notices = jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']);
    TestBed.overrideProvider(Notices, { useValue: notices });
    model = await server.loadModel(documentOf(group));
    ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    localStorage.removeItem('tovlet.sheet.columns');
    screen = await Screen.of(Sheet, { group });
    sheet = await screen.as(SheetHarness);
  });
  afterEach(() => {
    screen.leave();
    localStorage.removeItem('tovlet.sheet.columns');
  });
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
    const move = async (label: string, key: TestKey): Promise<void> => {
      const cell = await sheet.cell(label, 'label');
      await cell.focus();
      await cell.sendKeys({ alt: true }, key);
      await refresh();
    };
    await move('Code', TestKey.UP_ARROW);
    expect(fields().map(({ id }) => id)).toEqual(['f_altitude', 'f_code', 'f_winter', 'f_prices']);
    await move('Guest', TestKey.LEFT_ARROW);
    expect(fields().map(({ id }) => id)).toEqual(['f_altitude', 'f_code', 'f_winter', 'f_prices', 'f_guest']);
    await move('Guest', TestKey.RIGHT_ARROW);
    expect(fields()[3]?.fields.map(({ id }) => id)).toEqual(['f_amount', 'f_guest']);
  });

  it('has one tab stop, and arrows that go from cell to cell', async () => {
    const stops = () => screen.all('[role="treegrid"] [tabindex="0"]').map(({ id }) => id);
    expect(stops()).toEqual(['cell-f_altitude-label']);
    await sheet.press('Altitude', 'label', TestKey.DOWN_ARROW);
    await screen.drawn();
    expect(await sheet.focused()).toBe('Winter room label');
    await sheet.press('Winter room', 'label', TestKey.RIGHT_ARROW);
    expect(await sheet.focused()).toBe('Winter room key');
    await screen.drawn();
    expect(stops()).toEqual(['cell-f_winter-key']);
    await sheet.press('Winter room', 'key', TestKey.END);
    expect(await sheet.focused()).toBe('Winter room actions');
  });

  it('edits with Enter, F2 or by typing, takes it with Enter, and leaves it with Esc', async () => {
    await sheet.press('Altitude', 'label', TestKey.ENTER);
    expect(await sheet.focused()).toBe('Altitude label edited');
    const box = await sheet.box('Altitude', 'label');
    await box.setInputValue('Something');
    await box.sendKeys(TestKey.ESCAPE);
    expect(fields()[0]?.label).toBe('Altitude');
    expect(await sheet.focused()).toBe('Altitude label');
    await sheet.press('Altitude', 'label', TestKey.F2);
    await box.sendKeys(TestKey.ENTER);
    expect(await sheet.focused()).toBe('Winter room label');
    press(document.activeElement, 'W');
    expect(await sheet.focused()).toBe('Winter room label edited');
    await (await sheet.box('Winter room', 'label')).sendKeys(TestKey.TAB);
    expect(await sheet.focused()).toBe('Winter room key');
  });

  it('leads from the last line to the line that adds, and back', async () => {
    screen.box(ADD).focus();
    press(document.activeElement, 'ArrowUp');
    await screen.drawn();
    expect(document.activeElement?.id).toBe('add-f_prices-label');
    press(document.activeElement, 'ArrowDown');
    await screen.drawn();
    expect(document.activeElement).toBe(screen.box(ADD));
  });

  it('says levels, places and what is folded, and folds by keys', async () => {
    const attributes = async (label: string) => {
      const line = await sheet.line(label);
      const names = ['aria-level', 'aria-posinset', 'aria-setsize', 'aria-expanded', 'aria-rowindex'];
      return Promise.all(names.map((name) => line.getAttribute(name)));
    };
    expect(await attributes('Prices')).toEqual(['1', '4', '4', 'true', '5']);
    expect(await attributes('Guest')).toEqual(['2', '1', '2', null, '6']);
    await sheet.press('Prices', 'grip', TestKey.LEFT_ARROW);
    await screen.drawn();
    expect(await sheet.labels()).toEqual(['Altitude', 'Winter room', 'Code', 'Prices']);
    await sheet.press('Prices', 'grip', TestKey.RIGHT_ARROW);
    await screen.drawn();
    expect(await sheet.labels()).toContain('Guest');
  });

  it('chooses several with Shift and arrows, with Space and with Ctrl, and removes them at once', async () => {
    const cell = await sheet.cell('Altitude', 'label');
    await cell.focus();
    await cell.sendKeys({ shift: true }, TestKey.DOWN_ARROW);
    await screen.drawn();
    expect(await sheet.chosen()).toEqual(['Altitude', 'Winter room']);
    await (await sheet.cell('Code', 'rules')).click({ control: true });
    await screen.drawn();
    expect(await sheet.chosen()).toEqual(['Altitude', 'Winter room', 'Code']);
    await sheet.press('Winter room', 'label', ' ');
    await screen.drawn();
    expect(await sheet.chosen()).toEqual(['Altitude', 'Code']);
    expect(screen.text).toContain('2 fields chosen');
    await screen.press('Remove');
    await refresh();
    expect(fields().map(({ id }) => id)).toEqual(['f_winter', 'f_prices']);
    expect(notices.sayWithUndo.calls.mostRecent().args[0]).toContain('2 fields were removed');
    expect(await sheet.focused()).toBe('Winter room label');
  });

  it('sets a property of several, and moves and doubles them together', async () => {
    await sheet.press('Altitude', 'label', ' ');
    await sheet.press('Code', 'label', ' ');
    await screen.drawn();
    await screen.press('Set …');
    const items = [...document.querySelectorAll<HTMLElement>('[mat-menu-item]')];
    items.find(({ textContent }) => textContent.trim() === 'Not required')?.click();
    await refresh();
    expect(fields().filter(({ required }) => required)).toEqual([]);
    await screen.press('Move down');
    await refresh();
    expect(fields().map(({ id }) => id)).toEqual(['f_winter', 'f_altitude', 'f_prices', 'f_code']);
    await screen.press('Duplicate');
    await refresh();
    expect(fields().map(({ key }) => key)).toEqual([
      'winter',
      'altitude',
      'prices',
      'code',
      'altitude_2',
      'code_2',
    ]);
  });

  it('removes with the Delete key, and shows again what was taken back', async () => {
    await sheet.press('Altitude', 'key', TestKey.DELETE);
    await refresh();
    expect(await sheet.focused()).toBe('Winter room key');
    model.undo();
    await refresh();
    expect(await sheet.focused()).toBe('Altitude label');
  });

  it('has more columns on demand, in which limits and choices are typed', async () => {
    for (const words of ['Required', 'Limits', 'Help']) {
      await screen.press('More columns');
      [...document.querySelectorAll<HTMLElement>('[cdkMenuItemCheckbox]')]
        .find(({ textContent }) => textContent.trim() === words)
        ?.click();
      await screen.drawn();
    }
    await screen.enter('Limits of Altitude', '600 – 4000 m');
    expect<unknown>(fields()[0]?.settings).toEqual(
      jasmine.objectContaining({ min: 600, max: 4000, unit: 'm' }),
    );
    expect(screen.box('Limits of Altitude').value).toBe('600 – 4000');
    await screen.enter('Limits of Altitude', 'some');
    expect(notices.say.calls.mostRecent().args[0]).toContain('could not be read as limits');
    expect(screen.box('Limits of Altitude').value).toBe('600 – 4000');
    await refresh();
    const before = fields()[0]?.required;
    await sheet.press('Altitude', 'required', ' ');
    expect(fields()[0]?.required).toBe(!before);
    await screen.enter('Help of Altitude', 'At the door');
    expect(fields()[0]?.help).toBe('At the door');
    expect(() => screen.box('Limits of Winter room')).toThrowError(/There is no/);
  });

  it('makes fields of cells pasted from a spreadsheet', async () => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'Label\tType\tRequired\nStoves\tnumber\tyes\nView\tthing\tno');
    screen.box(ADD).dispatchEvent(new ClipboardEvent('paste', { clipboardData, cancelable: true }));
    expect(
      fields()
        .slice(-2)
        .map(({ key, kind, required }) => [key, kind, required]),
    ).toEqual([
      ['stoves', 'number', true],
      ['view', 'text', false],
    ]);
    expect(notices.sayWithUndo.calls.mostRecent().args[0]).toContain('“thing” is no type of field');
  });

  it('brings the field into sight that the address names', async () => {
    screen.element.style.height = '400px';
    const many = Array.from({ length: 200 }, (_each, at) => ({
      ...altitude,
      id: `f_n${at}`,
      label: `Number ${at}`,
    }));
    await screen.set('group', hutGroup(...many));
    await screen.set('selected', 'f_n150');
    await until(() => screen.all('#cell-f_n150-label').length > 0);
    expect(await sheet.chosen()).toEqual(['Number 150']);
    expect(screen.all('[role="treegrid"] [tabindex="0"]').map(({ id }) => id)).toEqual(['cell-f_n150-label']);
  });

  it('draws only the lines that are seen, and finds the way back to one that was scrolled away', async () => {
    screen.element.style.height = '400px';
    const many = Array.from({ length: 200 }, (_each, at) => ({
      ...altitude,
      id: `f_n${at}`,
      label: `Number ${at}`,
    }));
    await screen.set('group', hutGroup(...many));
    await until(() => screen.all('tov-sheet-line').length > 5);
    const { all, drawn } = await sheet.lines();
    expect(all).toBe(200);
    expect(drawn).toBeLessThan(100);
    await sheet.press('Number 2', 'key', TestKey.DOWN_ARROW);
    expect(await sheet.focused()).toBe('Number 3 key');
    screen.all('.scroller')[0]?.scrollTo(0, 6000);
    await until(() => document.activeElement === screen.all('[role="treegrid"]')[0]);
    expect(document.activeElement?.getAttribute('tabindex')).toBe('0');
    press(document.activeElement, 'ArrowDown');
    await until(() => document.activeElement?.id === 'cell-f_n3-key');
    expect(await sheet.focused()).toBe('Number 3 key');
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
    expect(screen.all('tov-add-line').length).toBe(0);
    await sheet.press('Altitude', 'label', TestKey.DELETE);
    expect(fields().length).toBe(4);
  });
});
