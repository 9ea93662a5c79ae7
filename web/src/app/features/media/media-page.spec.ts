import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { Screen } from '../../../testing/screen';
import {
  documentOf,
  hearNotices,
  hutGroup,
  medium,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../testing/workbench';
import { MediaPage } from './media-page';
import { MediaPicker } from '../../pickers/medium/media-picker';

const plan = medium('m_2', { filename: 'plan.pdf', alt: '', mime: 'application/pdf', width: 0, height: 0 });

describe('the page of media', () => {
  let server: TestServer;
  let screen: Screen<MediaPage>;
  const open = async (role: 'editor' | 'reader', items: readonly MediumAnswer[]): Promise<void> => {
    await server.loadModel(documentOf(hutGroup()));
    await signInAs(server, role);
    screen = await Screen.of(MediaPage);
    server.answer('/api/studio/media?search=&offset=0', { items, total: items.length });
    await screen.drawn();
  };
  beforeEach(() => (server = setUpWorkbench()));
  afterEach(() => screen.leave());

  it('tells pictures from files, and names a file without words by its name', async () => {
    await open('editor', [medium('m_1'), plan]);
    // The words beside a picture say what it is: read twice they would only be in the way.
    expect(screen.all('li img').map((each) => each.getAttribute('alt'))).toEqual(['']);
    expect(screen.all('li')[0]?.textContent).toContain('Picture m_1');
    expect(screen.all('li').at(-1)?.textContent).toContain('PDF');
    expect(screen.all('li').at(-1)?.textContent).toContain('plan.pdf');
  });

  it('describes the chosen one', async () => {
    await open('editor', [medium('m_1')]);
    screen.all('li button')[0]?.click();
    await screen.drawn();
    await screen.enter('Alternative text', 'The hut in snow');
    const asked = server.http.expectOne('/api/studio/media/m_1');
    expect(asked.request.body).toEqual({ version: 1, alt: 'The hut in snow' });
    asked.flush(medium('m_1', { alt: 'The hut in snow' }));
    await screen.drawn();
    expect(screen.all('li')[0]?.textContent).toContain('The hut in snow');
  });

  it('lets readers look, and no more', async () => {
    await open('reader', [medium('m_1')]);
    expect(screen.has('Upload')).toBeFalse();
    screen.all('li button')[0]?.click();
    await screen.drawn();
    expect(screen.box('Alternative text').disabled).toBeTrue();
  });

  it('uploads what is dropped, names what was refused, and chooses the first', async () => {
    const notices = hearNotices();
    await open('editor', []);
    expect(screen.text).toContain('No media yet');
    const given = new DataTransfer();
    given.items.add(new File(['x'], 'bad.exe'));
    given.items.add(new File(['x'], 'hut.jpg'));
    screen.all('tov-media-grid')[0]?.dispatchEvent(new DragEvent('drop', { dataTransfer: given }));
    await screen.drawn();
    server.refuse('/api/studio/media', 415, { detail: 'Programs are not taken.' });
    await screen.drawn();
    server.answer('/api/studio/media', medium('m_1'));
    await screen.drawn();
    server.answer('/api/studio/media?search=&offset=0', { items: [medium('m_1')], total: 1 });
    await screen.drawn();
    expect(notices.say.calls.allArgs()).toEqual([['bad.exe: Programs are not taken.']]);
    expect(screen.all('.inspector h2').map(({ textContent }) => textContent)).toContain('m_1.jpg');
  });

  it('keeps what stands when a search fails, and says so', async () => {
    await open('editor', [medium('m_1')]);
    await screen.enter('Search media', 'snow');
    for (const asked of server.http.match(({ url }) => url === '/api/studio/media'))
      asked.flush({ detail: 'Away' }, { status: 503, statusText: 'Away' });
    await screen.drawn();
    expect(screen.text).toContain('The media could not be loaded.');
    expect(screen.all('li').length).toBe(1);
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
