import { TestBed } from '@angular/core/testing';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  prices,
  setUpWorkbench,
  winter,
} from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { Notices } from '../../../../shared/notices';
import type { ModelStore } from '../../../../shell/model-store';
import { FieldInspector } from './field-inspector';

describe('the inspector of a field', () => {
  let model: ModelStore;
  let screen: Screen<FieldInspector>;
  const open = async (fieldId: string): Promise<void> => {
    const server = setUpWorkbench();
    TestBed.overrideProvider(Notices, {
      useValue: jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']),
    });
    model = await server.loadModel(documentOf(hutGroup(altitude, winter, code, prices)));
    screen = await Screen.of(FieldInspector, { fieldId });
  };
  afterEach(() => screen.leave());
  const field = (id: string) => model.compiled().fields.get(id)?.field;

  it('changes label, help, limits and the rest of a field', async () => {
    await open('f_altitude');
    await screen.enter('Label', 'Height');
    await screen.enter('Help text for editors', 'At the door.');
    await screen.enter('Most', '4000');
    await screen.tick('Required to publish');
    await screen.tick('Included in the API');
    const { label, help, settings, required, inApi } = field('f_altitude') ?? {};
    expect<unknown>([label, help, settings, required, inApi]).toEqual([
      'Height',
      'At the door.',
      { max: 4000 },
      false,
      false,
    ]);
  });

  it('keeps what is not allowed out, and shows what still is', async () => {
    await open('f_altitude');
    await screen.enter('Key', 'winter');
    expect(field('f_altitude')?.key).toBe('altitude');
    expect(screen.box('Key').value).toBe('altitude');
  });

  it('says when the default is not valid, keeps what is typed, and takes it once it is', async () => {
    await open('f_code');
    await screen.enter('Default', 'far too long');
    expect(screen.text).toContain('The default takes up to 5 characters');
    expect<unknown>([screen.box('Default').value, field('f_code')?.default]).toEqual(['far too long', null]);
    await screen.enter('Default', 'short');
    expect<unknown>(field('f_code')?.default).toBe('short');
    expect(screen.text).not.toContain('The default takes');
    // A limit that leaves the default outside is not taken.
    await screen.enter('Most characters', '3');
    expect<unknown>(field('f_code')?.settings['maxLength']).toBe(5);
  });

  it('lists the uses, each with its place', async () => {
    await open('f_winter');
    expect(screen.text).toContain('Decides whether “Code” shows');
    expect(screen.all<HTMLAnchorElement>('.uses a').map(({ href }) => new URL(href).pathname)).toEqual([
      '/model/groups/g_hut',
      '/model/types/t_hut',
    ]);
  });

  it('offers filters and columns for fields of the entry alone', async () => {
    await open('f_guest');
    expect(screen.text).not.toContain('Filterable and sortable');
    await screen.set('fieldId', 'f_altitude');
    expect(screen.text).toContain('Filterable and sortable');
    expect(screen.text).toContain('/api/content/v1/huts?fields=altitude');
  });
});
