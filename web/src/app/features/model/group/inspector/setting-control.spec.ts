import type { SettingControl as Control } from '@tovlet/core/fields/field-type';
import type { JsonObject } from '@tovlet/core/json';
import { field, plainGroup, type Field } from '@tovlet/core/model/document';
import { documentOf, hutGroup, prices, setUpWorkbench } from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { SettingControl } from './setting-control';

describe('the control of a setting', () => {
  let screen: Screen<SettingControl>;
  let given: unknown[];
  const show = async (
    control: Partial<Control> & Pick<Control, 'control'>,
    settings: JsonObject = {},
    of: Partial<Field> & Pick<Field, 'kind'> = { kind: 'text' },
  ): Promise<void> => {
    const server = setUpWorkbench();
    const set = { ...hutGroup(), ...plainGroup, id: 'g_seo', key: 'seo', label: 'Search', shared: true };
    await server.loadModel({
      ...documentOf(hutGroup(), set),
      taxonomies: [
        { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true },
      ],
    });
    screen = await Screen.of(SettingControl, {
      control: { key: 'it', label: 'Setting', fold: 'basics', ...control },
      field: field({ id: 'f_it', key: 'it', label: 'It', settings, ...of }),
    });
    given = [];
    screen.fixture.componentInstance.changed.subscribe((changed) => given.push(changed));
  };
  afterEach(() => screen.leave());

  it('is a box for text, on one line or on several', async () => {
    await show({ control: 'text', help: 'For example m' }, { it: 'km' });
    expect(screen.box('Setting').value).toBe('km');
    expect(screen.text).toContain('For example m');
    await screen.enter('Setting', 'm');
    expect(given).toEqual(['m']);
  });

  it('is a number, or none where it is emptied', async () => {
    await show({ control: 'number' }, { it: 5 });
    await screen.enter('Setting', '7');
    await screen.enter('Setting', '');
    expect(given).toEqual([7, null]);
  });

  it('is a day, or none where it is emptied', async () => {
    await show({ control: 'date' }, { it: '2026-01-31' });
    await screen.enter('Setting', '');
    expect(given).toEqual([null]);
  });

  it('is a box to tick', async () => {
    await show({ control: 'switch' }, { it: true });
    await screen.tick('Setting');
    expect(given).toEqual([false]);
  });

  it('is one of some options, the first where none was chosen', async () => {
    const options = ['grid', 'cards'].map((value) => ({ value, label: value }));
    await show({ control: 'select', options });
    expect(await (await screen.choice('Setting')).chosen()).toBe('grid');
    await screen.choose('Setting', 'cards');
    expect(given).toEqual(['cards']);
  });

  it('is several of some options, beginning with what the type has by itself', async () => {
    const options = ['bold', 'italic', 'link'].map((value) => ({ value, label: value }));
    await show({ control: 'options', key: 'toolbar', options }, { toolbar: ['bold'] }, { kind: 'rich_text' });
    await screen.tick('italic');
    await screen.tick('bold');
    expect(given).toEqual([['bold', 'italic'], []]);
  });

  it('is what the model has: types, taxonomies, shared sets, fields of the rows', async () => {
    await show({ control: 'content_types' });
    await screen.tick('Huts');
    expect(given).toEqual([['t_hut']]);
  });

  it('names taxonomies', async () => {
    await show({ control: 'taxonomy' });
    await screen.choose('Setting', 'Areas');
    await screen.choose('Setting', 'Choose…');
    expect(given).toEqual(['y_area', null]);
  });

  it('names shared sets alone', async () => {
    await show({ control: 'shared_set' });
    expect(await (await screen.choice('Setting')).options()).toEqual(['Choose…', 'Search']);
  });

  it('names the fields of its rows', async () => {
    await show({ control: 'child_field' }, {}, { kind: 'repeater', fields: prices.fields });
    await screen.choose('Setting', 'Amount');
    expect(given).toEqual(['f_amount']);
  });
});
