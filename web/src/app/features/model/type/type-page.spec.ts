import { TestBed } from '@angular/core/testing';
import {
  altitude,
  code,
  documentOf,
  hearNotices,
  hutGroup,
  press,
  setUpWorkbench,
  settle,
  signInAs,
  winter,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { Confirm } from '../../../shared/confirm';
import type { ModelStore } from '../../../shell/model-store';
import { TypePage } from './type-page';

describe('the page of a type', () => {
  let server: TestServer;
  let model: ModelStore;
  let screen: Screen<TypePage>;
  beforeEach(async () => {
    server = setUpWorkbench();
    hearNotices();
    model = await server.loadModel(documentOf(hutGroup(altitude, winter, code)));
    await signInAs(server, 'developer');
    screen = await Screen.of(TypePage, { id: 't_hut' });
  });
  afterEach(() => screen.leave());
  const order = () => model.document().contentTypes[0]?.pageOrder ?? [];

  it('moves a value on the page by keys, and leaves the form as it is', async () => {
    press(screen.button('Move Code with Alt and arrow keys'), 'ArrowUp', { altKey: true });
    await screen.drawn();
    expect(order().map(({ field }) => field)).toEqual(['f_altitude', 'f_code', 'f_winter']);
    expect(model.document().groups[0]?.fields.map(({ id }) => id)).toEqual([
      'f_altitude',
      'f_winter',
      'f_code',
    ]);
  });

  it('matches the form’s order with one action, and keeps labels and formats', async () => {
    press(screen.button('Move Code with Alt and arrow keys'), 'ArrowUp', { altKey: true });
    await screen.drawn();
    await screen.choose('Label of Code', 'Above');
    await screen.press('Match the form’s order');
    expect(order().map(({ field, label }) => `${field} ${label}`)).toEqual([
      'f_altitude beside',
      'f_winter beside',
      'f_code above',
    ]);
  });

  it('hides a value from the page and shows it again', async () => {
    await screen.press('Hide Altitude on the page');
    expect(order().find(({ field }) => field === 'f_altitude')?.shown).toBeFalse();
    await screen.press('Show Altitude on the page');
    expect(order().find(({ field }) => field === 'f_altitude')?.shown).toBeTrue();
  });

  it('renames the type, and puts back what is no address', async () => {
    await screen.enter('Singular', 'Shelter');
    expect(model.document().contentTypes[0]?.singular).toBe('Shelter');
    await screen.enter('Page address', 'nowhere');
    expect(model.document().contentTypes[0]?.address).toBe('/huts/{slug}');
    expect(screen.box('Page address').value).toBe('/huts/{slug}');
  });

  it('says what removing it would lose, counted at that moment', async () => {
    const ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(false);
    await screen.press('Remove this type');
    await settle();
    server.http.expectOne('/api/studio/model/counts').flush({ types: { t_hut: 7 }, groups: {} });
    await settle();
    expect(ask.calls.mostRecent().args[0].text).toContain('Its 7 entries leave');
    expect(ask.calls.mostRecent().args[0].text).toContain('Hut facts');
    expect(model.document().contentTypes.length).toBe(1);
  });
});
