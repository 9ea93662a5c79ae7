import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import type { MediaFacets, MediumAnswer } from '@tovlet/core/contracts/studio';
import { plainGroup, field } from '@tovlet/core/model/document';
import { MEDIA } from '@tovlet/core/model/subjects';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { Screen } from '../../../testing/screen';
import {
  documentOf,
  hearNotices,
  hutGroup,
  medium,
  setUpWorkbench,
  signInAs,
  type TestServer,
  until,
} from '../../../testing/workbench';
import { Confirm } from '../../shared/confirm';
import { Dialogs } from '../../shared/dialogs';
import { MEDIA_DRAG } from '../../pickers/medium/media-grid';
import { MediaPicker } from '../../pickers/medium/media-picker';
import { Uploads } from '../../shell/uploads/uploads';
import type { FolderQuestion } from './folders/folder-dialog';
import { MediaPage } from './media-page';

const plan = medium('m_2', { filename: 'plan.pdf', alt: '', mime: 'application/pdf', width: 0, height: 0 });
const counts: MediaFacets = {
  kinds: { image: 2, document: 1 },
  sizes: { small: 3 },
  missingAlt: 1,
  unused: 0,
  fields: [{ field: 'f_tags', label: 'Shows', values: [{ value: 'n_snow', label: 'Snow', count: 2 }] }],
};
const folders = {
  folders: [
    { id: 'd_huts', name: 'Huts', parent: null, media: 1 },
    { id: 'd_winter', name: 'Winter', parent: 'd_huts', media: 2 },
  ],
  none: 4,
  total: 7,
};

const isFolderQuestion = (data: unknown): data is FolderQuestion =>
  typeof data === 'object' && data !== null && 'save' in data;

describe('the page of media', () => {
  let server: TestServer;
  let screen: Screen<MediaPage>;
  const answer = async (items: readonly MediumAnswer[]): Promise<void> => {
    await screen.drawn();
    for (const asked of server.http.match(({ url }) => url === '/api/studio/media'))
      asked.flush({ items, total: items.length });
    for (const asked of server.http.match(({ url }) => url === '/api/studio/media-folders'))
      asked.flush(folders);
    await screen.drawn();
    for (const asked of server.http.match(({ url }) => url === '/api/studio/media/facets'))
      asked.flush(counts);
    for (const asked of server.http.match(({ url }) => url.endsWith('/uses')))
      asked.flush({ uses: [], total: 0 });
    await screen.drawn();
  };
  const tags = {
    ...plainGroup,
    id: 'g_tags',
    key: 'tags',
    label: 'Tags',
    appearsOn: appearsOnTypes([MEDIA]),
    fields: [
      field({
        id: 'f_tags',
        key: 'tags',
        label: 'Shows',
        kind: 'term',
        many: { min: null, max: null },
        settings: { taxonomy: 'y_area' },
      }),
    ],
  };
  const open = async (role: 'editor' | 'reader', items: readonly MediumAnswer[]): Promise<void> => {
    await server.loadModel(documentOf(hutGroup(), tags));
    await signInAs(server, role);
    screen = await Screen.of(MediaPage);
    await answer(items);
  };
  const choose = async (index: number, items: readonly MediumAnswer[]): Promise<void> => {
    screen.all('li button.medium')[index]?.click();
    await answer(items);
  };
  beforeEach(() => (server = setUpWorkbench()));
  afterEach(() => screen.leave());

  it('tells pictures from files, and names a file without words by its name', async () => {
    await open('editor', [medium('m_1'), plan, medium('m_3', { seconds: 125, width: 0, mime: 'audio/wav' })]);
    // The words beside a picture say what it is: read twice they would only be in the way.
    expect(screen.all('li .medium img').map((each) => each.getAttribute('alt'))).toEqual(['']);
    const told = screen.all('li .medium').map(({ textContent }) => textContent);
    expect(told[0]).toContain('Picture m_1');
    expect(told[1]).toContain('PDF');
    expect(told[1]).toContain('plan.pdf');
    expect(told[2]).toContain('2:05');
  });

  it('describes the chosen one', async () => {
    const items = [medium('m_1')];
    await open('editor', items);
    await choose(0, items);
    await screen.enter('Alternative text', 'The hut in snow');
    const asked = server.http.expectOne('/api/studio/media/m_1');
    expect(asked.request.body).toEqual({ version: 1, alt: 'The hut in snow' });
    asked.flush(medium('m_1', { alt: 'The hut in snow' }));
    await screen.drawn();
    expect(screen.all('li')[0]?.closest('tov-panes')?.textContent).toContain('The hut in snow');
  });

  it('moves the focus of a picture by arrow keys, and puts it back into the middle', async () => {
    const items = [medium('m_1', { focus: { x: 0.3, y: 0.4 } })];
    await open('editor', items);
    await choose(0, items);
    const point = screen.all('button.point')[0];
    expect(point?.getAttribute('aria-label')).toContain('30 % from the left, 40 % from the top');
    point?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    const stepped = server.http.expectOne('/api/studio/media/m_1');
    expect(stepped.request.body).toEqual({ version: 1, focus: { x: 0.31, y: 0.4 } });
    stepped.flush(medium('m_1', { version: 2, focus: { x: 0.31, y: 0.4 } }));
    await screen.drawn();
    await screen.press('Back to the middle');
    expect(server.http.expectOne('/api/studio/media/m_1').request.body).toEqual({ version: 2, focus: null });
  });

  it('lets readers look, and no more', async () => {
    const items = [medium('m_1', { earlier: [] })];
    await open('reader', items);
    for (const name of ['Upload', 'New folder…', 'Choose m_1.jpg']) expect(screen.has(name)).toBeFalse();
    await choose(0, items);
    expect(screen.box('Alternative text').disabled).toBeTrue();
    for (const name of ['Replace the file…', 'Turn and cut…', 'Delete…'])
      expect(screen.has(name)).toBeFalse();
  });

  it('has an address for what is looked for, and for the chosen one', async () => {
    await open('editor', [medium('m_1')]);
    const to = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    const went = (): unknown => to.calls.mostRecent().args[1]?.queryParams;
    await screen.press('Documents1');
    expect(went()).toEqual(jasmine.objectContaining({ kind: 'document', folder: null, search: null }));
    await screen.press('Winter2');
    expect(went()).toEqual(jasmine.objectContaining({ folder: 'd_winter' }));
    await screen.press('Snow2');
    expect(went()).toEqual(jasmine.objectContaining({ fields: 'f_tags:n_snow' }));
    await screen.press('Without alternative text1');
    expect(went()).toEqual(jasmine.objectContaining({ alt: 'missing' }));
    await screen.choose('Order', 'By name');
    expect(went()).toEqual(jasmine.objectContaining({ order: 'name' }));
    screen.all('li button.medium')[0]?.click();
    expect(went()).toEqual(jasmine.objectContaining({ medium: 'm_1' }));
  });

  it('counts what lies in a folder with what lies in the folders in it', async () => {
    await open('editor', []);
    const lines = screen.all('tov-folder-tree .folder').map(({ textContent }) => textContent.trim());
    expect(lines).toEqual(['All media7', 'Huts3', 'Winter2', 'In no folder4']);
  });

  it('makes a folder, and says in its dialog what is wrong with it', async () => {
    await open('editor', []);
    const ask = spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo(true);
    await screen.press('New folder…');
    await until(() => ask.calls.any());
    const { data } = ask.calls.mostRecent().args[1];
    if (!isFolderQuestion(data)) throw new Error('The dialog asks for a folder.');
    const saving = data.save({ name: 'Ridge', parent: null });
    server.answer('/api/studio/media-folders', {
      ...folders,
      folders: [...folders.folders, { id: 'd_ridge', name: 'Ridge', parent: null, media: 0 }],
    });
    await saving;
    await screen.drawn();
    expect(screen.text).toContain('Ridge');
    const refused = data.save({ name: 'Huts', parent: null });
    server.refuse('/api/studio/media-folders', 422, { detail: 'There is such a folder already.' });
    await expectAsync(refused).toBeRejected();
  });

  it('puts what is dropped onto a folder into it', async () => {
    await open('editor', [medium('m_1')]);
    const given = new DataTransfer();
    given.setData(MEDIA_DRAG, JSON.stringify(['m_1']));
    screen.all('.folder')[1]?.dispatchEvent(new DragEvent('drop', { dataTransfer: given }));
    const asked = server.http.expectOne('/api/studio/media/many');
    expect(asked.request.body).toEqual({ ids: ['m_1'], change: { kind: 'move', folder: 'd_huts' } });
  });

  it('chooses several, a stretch of them by Shift, and changes them together', async () => {
    const notices = hearNotices();
    const items = [medium('m_1'), medium('m_2'), medium('m_3'), medium('m_4')];
    await open('editor', items);
    const press = (index: number, shiftKey: boolean): void =>
      void screen
        .all('li button.medium')
        .at(index)
        ?.dispatchEvent(new MouseEvent('click', { bubbles: true, ctrlKey: true, shiftKey }));
    press(0, false);
    press(2, true);
    await screen.drawn();
    expect(screen.text).toContain('3 files chosen');
    spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    await screen.press('Put into the bin…');
    const asked = server.http.expectOne('/api/studio/media/many');
    expect(asked.request.body).toEqual({ ids: ['m_1', 'm_2', 'm_3'], change: { kind: 'delete' } });
    asked.flush({ changed: 2, left: [{ id: 'm_2', name: 'm_2.jpg', reason: 'Somebody changed it.' }] });
    await answer([medium('m_2'), medium('m_4')]);
    expect(notices.say.calls.mostRecent().args[0]).toContain('m_2.jpg: Somebody changed it.');
    expect(screen.text).not.toContain('chosen');
  });

  it('gives several a term of a field, and takes it off', async () => {
    await open('editor', [medium('m_1')]);
    await screen.tick('Choose m_1.jpg');
    const ask = spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo({ term: 'n_snow', has: false });
    await screen.press('Shows…');
    await until(() => ask.calls.any());
    await screen.drawn();
    const asked = server.http.expectOne('/api/studio/media/many');
    expect(asked.request.body).toEqual({
      ids: ['m_1'],
      change: { kind: 'term', field: 'f_tags', term: 'n_snow', has: false },
    });
  });

  it('brings an earlier file back', async () => {
    const earlier = [
      {
        ...{ revision: 1, filename: 'old.jpg', bytes: 2000, width: 10, height: 10, url: '/media/m_1/x' },
        ...{ thumbnail: null, replacedAt: '2026-01-02T10:00:00Z', replacedBy: 'Ilse Varnholt' },
      },
    ];
    const items = [medium('m_1', { version: 3, earlier })];
    await open('editor', items);
    await choose(0, items);
    expect(screen.text).toContain('Ilse Varnholt');
    await screen.press('Bring it back');
    const asked = server.http.expectOne('/api/studio/media/m_1/earlier/1/restore');
    expect(asked.request.body).toEqual({ version: 3 });
  });

  it('takes what is dropped anywhere on their way, into the folder that is seen', async () => {
    await open('editor', []);
    expect(screen.text).toContain('No media yet');
    const add = spyOn(TestBed.inject(Uploads), 'add').and.resolveTo([]);
    const given = new DataTransfer();
    given.items.add(new File(['x'], 'hut.jpg'));
    const drop = (target: EventTarget): boolean =>
      target.dispatchEvent(new DragEvent('drop', { dataTransfer: given, bubbles: true, cancelable: true }));
    drop(document.body);
    expect(add.calls.mostRecent().args[0].map(({ name }) => name)).toEqual(['hut.jpg']);
    expect(add.calls.mostRecent().args[1]).toEqual({ folder: null });
    drop(screen.all('tov-media-grid')[0] ?? document);
    expect(add).toHaveBeenCalledTimes(2);
  });

  it('keeps what stands when it cannot be read anew, and says so', async () => {
    await open('editor', [medium('m_1')]);
    TestBed.inject(Uploads).taken.next(medium('m_9'));
    await new Promise((resolve) => setTimeout(resolve, 350));
    for (const asked of server.http.match(({ url }) => url === '/api/studio/media'))
      asked.flush({ detail: 'Away' }, { status: 503, statusText: 'Away' });
    await screen.drawn();
    expect(screen.text).toContain('The media could not be loaded.');
    expect(screen.all('li .medium').length).toBe(1);
  });
});

describe('the picker of media', () => {
  let server: TestServer;
  let close: jasmine.Spy;
  const open = async (files: boolean): Promise<Screen<MediaPicker>> => {
    close = jasmine.createSpy('close');
    TestBed.configureTestingModule({
      providers: [
        { provide: MatDialogRef, useValue: { close } },
        { provide: MAT_DIALOG_DATA, useValue: { files } },
      ],
    });
    const screen = await Screen.of(MediaPicker);
    server.answer('/api/studio/media?', { items: [medium('m_1'), plan], total: 2 });
    await screen.drawn();
    return screen;
  };
  beforeEach(() => (server = setUpWorkbench()));

  it('of pictures takes pictures only', async () => {
    const screen = await open(false);
    const [picture, file] = screen.all<HTMLButtonElement>('li button');
    file?.click();
    file?.dispatchEvent(new MouseEvent('dblclick'));
    await screen.drawn();
    await screen.press('Use this picture');
    expect(close).not.toHaveBeenCalled();
    picture?.click();
    await screen.drawn();
    await screen.press('Use this picture');
    expect(close.calls.mostRecent().args[0].id).toBe('m_1');
    screen.leave();
  });

  it('of files takes any, also by a double click', async () => {
    const screen = await open(true);
    screen.all('li button')[1]?.dispatchEvent(new MouseEvent('dblclick'));
    expect(close.calls.mostRecent().args[0].id).toBe('m_2');
    screen.leave();
  });
});
