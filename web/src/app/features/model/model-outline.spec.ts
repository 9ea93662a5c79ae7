import { TestBed } from '@angular/core/testing';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  setUpWorkbench,
  signInAs,
  winter,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { ModelOutline } from './model-outline';

describe('the outline of the model', () => {
  const open = async (role: 'developer' | 'reader'): Promise<Screen<ModelOutline>> => {
    const server = setUpWorkbench();
    const other = { ...hutGroup(code), id: 'g_other', key: 'other', label: 'Opening hours' };
    await server.loadModel(documentOf(hutGroup(altitude, winter), other));
    await signInAs(server, role);
    return Screen.of(ModelOutline);
  };
  const lines = (screen: Screen<ModelOutline>): readonly string[] =>
    screen.all('a.line span').map(({ textContent }) => textContent);

  it('lists types and groups, and leads to them', async () => {
    const screen = await open('developer');
    expect(lines(screen)).toEqual(['Hut', 'Hut facts', 'Opening hours']);
    expect(screen.all<HTMLAnchorElement>('a.line')[2]?.getAttribute('href')).toBe('/model/groups/g_hut');
    screen.leave();
  });

  it('is filtered by words', async () => {
    const screen = await open('developer');
    await screen.enter('Filter the outline', 'HOURS');
    expect(lines(screen)).toEqual(['Opening hours']);
    await screen.enter('Filter the outline', 'nothing like it');
    expect(lines(screen)).toEqual([]);
    screen.leave();
  });

  it('offers new things to developers alone', async () => {
    const developer = await open('developer');
    expect(developer.has('New content type')).toBeTrue();
    developer.leave();
    TestBed.resetTestingModule();
    const reader = await open('reader');
    expect(reader.has('New content type')).toBeFalse();
    reader.leave();
  });
});
