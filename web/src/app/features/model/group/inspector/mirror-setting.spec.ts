import type { JsonObject } from '@tovlet/core/json';
import { field, plainType, type Field } from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { documentOf, hearNotices, hutGroup, setUpWorkbench } from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import type { ModelStore } from '../../../../shell/model-store';
import { MirrorSetting } from './mirror-setting';

const relation = (id: string, types: readonly string[], settings: JsonObject = {}): Field =>
  field({
    id,
    key: id.slice(2),
    label: id.slice(2),
    kind: 'relation',
    many: { min: null, max: null },
    settings: { types, ...settings },
  });
const warden = {
  ...plainType,
  id: 't_warden',
  key: 'warden',
  pluralKey: 'wardens',
  singular: 'Warden',
  plural: 'Wardens',
  icon: 'person',
  address: '/wardens/{slug}',
};

describe('the mirror of a relation', () => {
  let model: ModelStore;
  let screen: Screen<MirrorSetting>;
  const open = async (...ofWardens: readonly Field[]): Promise<void> => {
    const server = setUpWorkbench();
    hearNotices();
    const huts = hutGroup(relation('f_wardens', ['t_warden']));
    const wardens = {
      ...hutGroup(...ofWardens),
      id: 'g_warden',
      key: 'warden_facts',
      label: 'Warden facts',
      appearsOn: appearsOnTypes(['t_warden']),
    };
    const document = documentOf(huts, wardens);
    model = await server.loadModel({ ...document, contentTypes: [...document.contentTypes, warden] });
    screen = await Screen.of(MirrorSetting, { field: fieldOf('f_wardens') });
  };
  const fieldOf = (id: string): Field | undefined => model.compiled().fields.get(id)?.field;
  const mirrorOf = (id: string): unknown => fieldOf(id)?.settings['mirror'] ?? null;
  const choose = async (words: string): Promise<void> => {
    await screen.choose('Mirror', words);
    await screen.set('field', fieldOf('f_wardens'));
  };
  afterEach(() => screen.leave());

  it('is a relation of the other type, and both sides are set at once', async () => {
    await open(relation('f_huts', ['t_hut']));
    await choose('huts (Warden facts)');
    expect([mirrorOf('f_wardens'), mirrorOf('f_huts')]).toEqual(['f_huts', 'f_wardens']);
  });

  it('releases the one it had when another is chosen, and both when none is', async () => {
    await open(relation('f_huts', ['t_hut']), relation('f_old_huts', ['t_hut']));
    await choose('huts (Warden facts)');
    await choose('old_huts (Warden facts)');
    expect([mirrorOf('f_wardens'), mirrorOf('f_huts'), mirrorOf('f_old_huts')]).toEqual([
      'f_old_huts',
      null,
      'f_wardens',
    ]);
    await choose('None');
    expect([mirrorOf('f_wardens'), mirrorOf('f_old_huts')]).toEqual([null, null]);
  });

  it('can be made anew, named after the type it leads back to', async () => {
    await open();
    await choose('New field on Wardens');
    const made = model.document().groups.find(({ id }) => id === 'g_warden')?.fields[0];
    expect<unknown>([made?.label, made?.kind, made?.settings['types']]).toEqual([
      'Huts',
      'relation',
      ['t_hut'],
    ]);
    expect<unknown>([mirrorOf('f_wardens'), made?.settings['mirror']]).toEqual([made?.id, 'f_wardens']);
    model.undo();
    expect(model.document().groups.find(({ id }) => id === 'g_warden')?.fields).toEqual([]);
  });

  it('offers only relations that are free', async () => {
    await open(relation('f_taken', ['t_hut'], { mirror: 'f_another' }), relation('f_free', ['t_hut']));
    const offered = (await (await screen.choice('Mirror')).options()).join();
    expect(offered).toContain('free (');
    expect(offered).not.toContain('taken (');
  });
});
