import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { Role, TermAnswer } from '@tovlet/core/contracts/studio';
import type { ModelDocument } from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../../testing/workbench';
import { Confirm } from '../../../shared/confirm';
import { ModelStore } from '../../../shell/model-store';
import { TaxonomyPage } from './taxonomy-page';

const area = { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true };
const north: TermAnswer = {
  id: 'n_north',
  taxonomy: 'y_area',
  parent: null,
  slug: 'north',
  label: 'North',
  position: 1,
  version: 3,
  entries: 4,
  values: { f_altitude: 900 },
};
const withArea: ModelDocument = {
  ...documentOf({ ...hutGroup(altitude), appearsOn: appearsOnTypes(['y_area']) }),
  taxonomies: [area],
};

describe('the page of a taxonomy', () => {
  let server: TestServer;
  let screen: Screen<TaxonomyPage>;
  const open = async (role: Role = 'developer', id = 'y_area'): Promise<void> => {
    await server.loadModel(withArea);
    await signInAs(server, role);
    screen = await Screen.of(TaxonomyPage, { id });
    for (const asked of server.http.match('/api/studio/terms')) asked.flush([north]);
    await screen.drawn();
  };
  beforeEach(() => (server = setUpWorkbench()));
  afterEach(() => screen.leave());
  const attached = () =>
    TestBed.inject(ModelStore)
      .document()
      .contentTypes.map(({ taxonomies }) => taxonomies);

  it('is attached to a type, with one or several terms and a list column, and taken off', async () => {
    await open();
    await screen.tick('Huts');
    expect(attached()).toEqual([[{ taxonomy: 'y_area', several: true, listColumn: false }]]);
    await screen.choose('How many terms Huts have', 'one term');
    await screen.tick('a column');
    expect(attached()).toEqual([[{ taxonomy: 'y_area', several: false, listColumn: true }]]);
    await screen.tick('Huts');
    expect(attached()).toEqual([[]]);
  });

  it('takes a refused name back', async () => {
    hearNotices();
    await open();
    await screen.enter('Key, singular', 'Not A Key');
    expect(screen.box('Key, singular').value).toBe('area');
    await screen.enter('Plural', 'Regions');
    expect(screen.all('h1')[0]?.textContent).toBe('Regions');
  });

  it('saves the fields of the selected term with the version it saw', async () => {
    const notices = hearNotices();
    await open();
    await screen.set('term', 'n_north');
    await screen.enter('Altitude', '950');
    await screen.press('Save the fields');
    const asked = server.http.expectOne('/api/studio/terms/n_north');
    expect(asked.request.body).toEqual({
      version: 3,
      label: 'North',
      slug: 'north',
      values: { f_altitude: 950 },
    });
    asked.flush(north);
    await screen.drawn();
    server.answer('/api/studio/terms', [north]);
    await screen.drawn();
    expect(notices.say).toHaveBeenCalledWith('The fields of “North” were saved.');
  });

  it('is removed once that was confirmed, and comes back by undo', async () => {
    const ask = jasmine.createSpy('ask').and.returnValues(Promise.resolve(false), Promise.resolve(true));
    TestBed.overrideProvider(Confirm, { useValue: { ask } });
    const notices = hearNotices();
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    await open();
    const model = TestBed.inject(ModelStore);
    await screen.press('Remove this taxonomy');
    expect(model.document().taxonomies.length).toBe(1);
    await screen.press('Remove this taxonomy');
    expect(model.document().taxonomies).toEqual([]);
    expect(go).toHaveBeenCalledWith('/model');
    notices.sayWithUndo.calls.mostRecent().args[1]();
    expect(model.document().taxonomies).toEqual([area]);
  });

  it('lets editors keep terms, and leaves the model to developers', async () => {
    await open('editor');
    expect(screen.has('Remove this taxonomy')).toBeFalse();
    expect([screen.box('Huts').disabled, screen.box('Plural').disabled]).toEqual([true, true]);
    expect(screen.box('Label of North').disabled).toBeFalse();
  });

  it('says when there is none of this name', async () => {
    await open('developer', 'y_gone');
    expect(screen.text).toContain('This taxonomy does not exist');
  });
});
