import { provideEnvironmentInitializer } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import type { JsonObject } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field, type Field, type SectionLayout } from '@tovlet/core/model/document';
import { altitude, documentOf, hutGroup, setUpWorkbench, signInAs, winter } from '../../testing/workbench';
import { MatTabGroupHarness } from '@angular/material/tabs/testing';
import { Screen } from '../../testing/screen';
import { FormFields } from './form-fields';
import { knowIcons } from '../shared/icons';
import { FIELD_COMPANY, type FieldCompany } from './field-company';
import { FormStore } from './form-store';

const text = (id: string, more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'text', ...more });
const section = (id: string, settings: JsonObject = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'section', settings });

/** Stands for the pictograms that come with an entry. */
const drawn = (): void => knowIcons({ chat: '<svg></svg>', add_comment: '<svg></svg>' });

describe('the fields of a form', () => {
  let screen: Screen<FormFields>;
  let store: FormStore;
  const open = async (
    fields: readonly Field[],
    values: JsonObject = {},
    layout: SectionLayout = 'folding',
    role: 'developer' | 'editor' = 'developer',
  ): Promise<void> => {
    const server = setUpWorkbench();
    TestBed.configureTestingModule({
      providers: [
        FormStore,
        { provide: FIELD_COMPANY, useValue: null },
        provideEnvironmentInitializer(drawn),
      ],
    });
    await signInAs(server, role);
    store = TestBed.inject(FormStore);
    const model = compileModel(documentOf(hutGroup(...fields)));
    const [type] = model.types;
    if (!type) throw new Error('The model has huts.');
    store.open(
      { model, type, facts: factsFrom({ type: 't_hut', status: 'published' }) },
      values,
      'published',
    );
    const inputs = { fields: type.groups[0]?.formFields, scope: store.scope, layout };
    screen = await Screen.of(FormFields, inputs);
  };
  const refresh = (): Promise<void> => screen.drawn();
  afterEach(() => screen.leave());

  it('fold under their sections, and open for whoever is led to one', async () => {
    await open([altitude, section('Contact', { folded: true }), text('phone')]);
    expect(screen.text).not.toContain('phone');
    store.revealed.set(['f_phone']);
    await screen.drawn();
    expect(screen.text).toContain('phone');
    await screen.press('keyboard_arrow_downContact'.replace('keyboard_arrow_down', ''));
    expect(screen.text).not.toContain('phone');
  });

  it('stand behind tabs, which open for whoever is led to a field', async () => {
    await open([altitude, section('Contact'), text('phone')], {}, 'tabs');
    const tabs = await screen.part(MatTabGroupHarness);
    expect(await Promise.all((await tabs.getTabs()).map((tab) => tab.getLabel()))).toEqual([
      'General',
      'Contact',
    ]);
    await tabs.selectTab({ label: 'Contact' });
    expect(screen.text).toContain('phone');
    await tabs.selectTab({ label: 'General' });
    store.revealed.set(['f_phone']);
    await screen.drawn();
    expect(await (await tabs.getSelectedTab()).getLabel()).toBe('Contact');
  });

  it('show what they cannot hold at once, with what would mend it, and nothing that is only missing', async () => {
    const many = text('names', { many: { min: null, max: null } });
    const group = field({ id: 'f_beds', key: 'beds', label: 'Beds', kind: 'group', fields: [text('rooms')] });
    const values = { f_altitude: '2080', f_names: 'Larch', f_beds: 'four' };
    await open([altitude, many, group, text('must', { required: true })], values);
    expect(screen.has('Use 2080')).toBeTrue();
    expect(screen.text).toContain('“2080” is not a number');
    expect(screen.text).not.toContain('must is needed');
    expect(screen.all('.unfit').length).toBe(3);
    expect(screen.all('.stored').map((each) => each.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'Stored here: Larch',
      'Stored here: four',
    ]);
    await screen.press('Use 2080');
    expect<unknown>(store.values()['f_altitude']).toBe(2080);
    await screen.press('Make it a list of one');
    expect<unknown>(store.values()['f_names']).toEqual(['Larch']);
    await screen.press('Empty it');
    expect(store.values()['f_beds']).toBeUndefined();
    expect(screen.all('.unfit').length).toBe(0);
  });

  it('are left in peace while something is typed that is no value yet', async () => {
    await open([altitude], { f_altitude: 2080 });
    store.change({ kind: 'set_value', place: [], field: 'f_altitude', value: 'two th' });
    await refresh();
    expect(screen.all('.unfit').length).toBe(0);
    expect(screen.text).not.toContain('is not a number');
  });

  it('show notes to editors, and no value for them', async () => {
    await open([
      field({ id: 'f_n', key: 'n', label: 'Mind', kind: 'note', settings: { text: 'Ask first.' } }),
    ]);
    expect(screen.text).toContain('Ask first.');
    expect(screen.all('input').length).toBe(0);
  });

  it('of a group are one set of values, made with the first of them and taken back with it', async () => {
    await open([
      field({
        id: 'f_beds',
        key: 'beds',
        label: 'Beds',
        kind: 'group',
        fields: [text('rooms'), text('dorms')],
      }),
    ]);
    await screen.enter('rooms', 'four');
    expect<unknown>(store.values()).toEqual({ f_beds: { f_rooms: 'four' } });
    store.history.undo();
    expect<unknown>(store.values()).toEqual({});
  });

  it('of a mixed list are those of the shape of each row', async () => {
    const shape = (id: string, ...fields: readonly Field[]): Field =>
      field({ id: `f_${id}`, key: id, label: id, kind: 'shape', fields });
    const list = field({
      id: 'f_way',
      key: 'way',
      label: 'Way',
      kind: 'mixed_list',
      fields: [shape('foot', text('minutes')), shape('bus', text('line'))],
    });
    await open([list], { f_way: [{ id: 'r_1', values: { f_bus: { f_line: 'Line 4' } } }] });
    await screen.press('bus: Line 4');
    await screen.enter('line', 'Line 7');
    expect<unknown>(store.values()['f_way']).toEqual([
      { id: 'r_1', values: { f_bus: { f_line: 'Line 7' } } },
    ]);
    expect(screen.text).not.toContain('minutes');
  });

  it('of a list take values one by one', async () => {
    await open([text('names', { many: { min: null, max: 2 } })], { f_names: ['A'] });
    await screen.press('Add value');
    await refresh();
    await screen.enter('names, value 2', 'B');
    expect<unknown>(store.values()['f_names']).toEqual(['A', 'B']);
    await refresh();
    await screen.press('Move value 2 up');
    expect<unknown>(store.values()['f_names']).toEqual(['B', 'A']);
    expect((screen.button('Add value') as HTMLButtonElement).disabled).toBeTrue();
  });

  it('compute a moment after what they are made from has changed, and say what a rule says', async () => {
    const total = field({
      id: 'f_total',
      key: 'total',
      label: 'Total',
      kind: 'computed',
      settings: { expression: 'altitude * 2' },
    });
    await open([altitude, total, winter], { f_altitude: 4 });
    await store.settle();
    await refresh();
    expect<unknown>(store.values()['f_total']).toBe(8);
    expect(screen.text).toContain('8');
    expect<unknown>(store.entered()).toEqual({ f_altitude: 4 });
  });

  it('that are for developers are not there, or cannot be changed, for editors', async () => {
    await open(
      [text('seen', { editors: 'see' }), text('kept', { editors: 'nothing' })],
      {},
      'folding',
      'editor',
    );
    expect(screen.text).not.toContain('kept');
    expect(screen.box('seen').disabled).toBeTrue();
  });

  it('show who else is there and what is said, and lead to it once there is something to speak about', async () => {
    let isThere = false;
    const talked: string[] = [];
    const company: FieldCompany = {
      othersAt: (key) => (key === 'f_altitude' ? ['Sunniva Larchfell'] : []),
      canTalk: () => isThere,
      openAt: (key) => (key === 'f_altitude' ? 2 : 0),
      talk: (path) => talked.push(path.join('/')),
      enter: (path) => talked.push(`at ${path.join('/')}`),
    };
    TestBed.overrideProvider(FIELD_COMPANY, { useValue: company });
    await open([altitude, text('phone')]);
    expect(
      screen.all('[aria-label="Sunniva Larchfell is here"]').map((each) => each.textContent.trim()),
    ).toEqual(['SL']);
    expect(screen.all('button.talk')).toHaveSize(0);
    screen.leave();
    TestBed.resetTestingModule();
    isThere = true;
    TestBed.overrideProvider(FIELD_COMPANY, { useValue: company });
    await open([altitude, text('phone')]);
    await screen.press('2 comments on Altitude');
    screen.box('phone').dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
    await screen.drawn();
    await screen.press('Comment on phone');
    expect(talked).toEqual(['f_altitude', 'at f_phone', 'f_phone']);
  });
});
