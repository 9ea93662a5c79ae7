import { TestBed } from '@angular/core/testing';
import type { TermAnswer } from '@tovlet/core/contracts/studio';
import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import {
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { CREATES_IN_PLACE } from '../../forms/creates-in-place';
import { TermsStore } from '../../shell/terms-store';
import { TermWidget } from './term-widget';

describe('the widget of terms', () => {
  let server: TestServer;
  let screen: Screen<TermWidget>;
  let commits: JsonValue[];
  const term = (id: string, label: string): TermAnswer => ({
    id,
    taxonomy: 'y_area',
    label,
    slug: label.toLowerCase(),
    parent: null,
    position: 0,
    version: 1,
    values: {},
    entries: 0,
  });
  const NORTH = term('n_1', 'North');
  const open = async (creates: boolean): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [{ provide: CREATES_IN_PLACE, useValue: creates }] });
    hearNotices();
    await signInAs(server, 'editor');
    const loading = TestBed.inject(TermsStore).start();
    server.answer('/api/studio/terms', [NORTH]);
    await loading;
    const many = { min: null, max: null };
    const area = field({
      id: 'f_area',
      key: 'area',
      label: 'Area',
      kind: 'term',
      many,
      settings: { taxonomy: 'y_area' },
    });
    commits = [];
    screen = await Screen.of(TermWidget, {
      field: compileModel(documentOf(hutGroup(area))).fields.get('f_area'),
      value: ['n_1'],
      inputId: 'box',
      commit: (next: JsonValue) => commits.push(next),
    });
  };
  afterEach(() => screen.leave());

  it('makes a term that is not there, and chooses it', async () => {
    await open(true);
    await screen.enter('Find among Area', 'north');
    expect(screen.has('Add “north”')).toBeFalse();
    await screen.enter('Find among Area', 'South');
    await screen.press('Add “South”');
    const made = server.http.expectOne({ method: 'POST', url: '/api/studio/terms' });
    expect(made.request.body).toEqual({ taxonomy: 'y_area', label: 'South' });
    made.flush(term('n_2', 'South'));
    await until(() => {
      const [request] = server.http.match({ method: 'GET', url: '/api/studio/terms' });
      request?.flush([NORTH, term('n_2', 'South')]);
      return request !== undefined;
    });
    await until(() => commits.length > 0);
    expect<unknown>(commits).toEqual([['n_1', 'n_2']]);
  });

  it('keeps what was typed where it is refused', async () => {
    await open(true);
    await screen.enter('Find among Area', 'South');
    await screen.press('Add “South”');
    server.http
      .expectOne({ method: 'POST', url: '/api/studio/terms' })
      .flush({ detail: 'No' }, { status: 503, statusText: 'No' });
    await screen.drawn();
    expect(screen.box('Find among Area').value).toBe('South');
    expect(commits.length).toBe(0);
  });

  it('makes none where fields are tried', async () => {
    await open(false);
    expect(screen.all('input[type="search"]')).toEqual([]);
  });
});
