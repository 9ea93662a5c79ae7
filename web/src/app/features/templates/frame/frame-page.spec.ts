import { MemoryStorage } from '../../../shell/edits/edit-storage';
import { plainFrame, type Frame } from '@tovlet/core/site/frame';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { FramePage } from './frame-page';

describe('the frame of the site', () => {
  let server: TestServer;
  let storage: MemoryStorage;
  beforeEach(() => (storage = new MemoryStorage()));
  let screen: Screen<FramePage>;
  let notices: ReturnType<typeof hearNotices>;
  const open = async (
    frame: Partial<Frame> = {},
    role: 'developer' | 'editor' = 'developer',
  ): Promise<void> => {
    server = setUpWorkbench(storage);
    notices = hearNotices();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, role);
    screen = await Screen.of(FramePage);
    server.answer('/api/studio/frame', { version: 3, frame: { ...plainFrame, ...frame } });
    await screen.drawn();
  };
  afterEach(() => screen.leave());
  const boxes = (): readonly string[] =>
    screen
      .all('tov-menu-editor input.control:not(.mono)')
      .map((each) => (each as HTMLInputElement).placeholder);
  /** Saves, and answers what is sent. */
  const saved = async (): Promise<Frame> => {
    await screen.press('Save');
    const request = server.http.expectOne(({ method }) => method === 'PUT');
    const { version, frame } = request.request.body as { version: number; frame: Frame };
    expect(version).toBe(3);
    request.flush({ version: 4, frame });
    await screen.drawn();
    return frame;
  };

  it('begins a menu of its own with the lists of all types, puts its lines in order and takes them out', async () => {
    await open();
    expect(boxes()).toEqual([]);
    await screen.tick('A menu of its own, in place of the lists of all types');
    expect(boxes()).toEqual(['Huts']);
    await screen.press('Add a line');
    expect(boxes()).toEqual(['Huts', 'Start']);
    await screen.choose('Menu at the head, line 2: leads to', 'The search');
    await screen.enter('Menu at the head, line 2: words', 'Look for it');
    await screen.press('Line 2 up');
    await screen.press('Remove line 2');
    expect((await saved()).menu).toEqual([{ label: 'Look for it', to: { kind: 'search' } }]);
    expect(notices.say).toHaveBeenCalledWith('The frame of the site was saved.');
    expect(screen.text).not.toContain('Give up');
  });

  it('moves a line by Alt and an arrow', async () => {
    await open({
      footerMenu: ['/a', '/b'].map((address) => ({ label: '', to: { kind: 'address', address } })),
    });
    const [first] = screen.all('tov-menu-editor input.control:not(.mono)');
    first?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', altKey: true, bubbles: true }));
    await screen.drawn();
    expect(boxes()).toEqual(['/b', '/a']);
  });

  it('does not save what does not fit, and says so where it stands', async () => {
    await open({ footerMenu: [{ label: 'x', to: { kind: 'address', address: 'https://velmark.example' } }] });
    await screen.enter('Menu at the foot, line 1: address', 'javascript:alert(1)');
    expect(screen.text).toContain('An address begins with https://');
    expect((screen.button('Save') as HTMLButtonElement).disabled).toBeTrue();
    await screen.press('Give up');
    expect(screen.text).not.toContain('An address begins with');
  });

  it('shows the start page in the frame as it stands, and says where a colour cannot be read', async () => {
    await open();
    await screen.enter('Words at the foot', 'Velmark Huts');
    await new Promise((resolve) => setTimeout(resolve, 300));
    const [preview] = server.http.match(({ url }) => url.endsWith('/preview'));
    expect((preview?.request.body as { frame: Frame }).frame.footer).toBe('Velmark Huts');
    preview?.flush({ html: '<p>The page</p>' });
    await screen.drawn();
    expect(screen.all<HTMLIFrameElement>('iframe')[0]?.srcdoc).toBe('<p>The page</p>');
    const [typed] = screen.all<HTMLInputElement>('.colour .mono');
    if (typed) typed.value = '#ffd54f';
    typed?.dispatchEvent(new Event('input'));
    await screen.drawn();
    expect(screen.text).toContain('light pages have it a little darker');
  });

  it('keeps what was typed where another saved meanwhile', async () => {
    await open();
    await screen.enter('Words at the foot', 'Mine');
    await screen.press('Save');
    const now = { version: 9, frame: { ...plainFrame, footer: 'Theirs' } };
    server.http
      .expectOne(({ method }) => method === 'PUT')
      .flush(
        {
          type: 'urn:tovlet:problem:conflict',
          title: 'Conflict',
          status: 409,
          detail: 'x',
          errors: [],
          current: { frame: now },
        },
        { status: 409, statusText: 'Conflict' },
      );
    await screen.drawn();
    expect(screen.box('Words at the foot').value).toBe('Mine');
  });

  it('keeps what was changed while it was sent', async () => {
    await open();
    await screen.enter('Words at the foot', 'First');
    await screen.press('Save');
    const request = server.http.expectOne(({ method }) => method === 'PUT');
    await screen.enter('Words at the foot', 'Second');
    request.flush({ version: 4, frame: { ...plainFrame, footer: 'First' } });
    await screen.drawn();
    expect(screen.box('Words at the foot').value).toBe('Second');
    expect(screen.has('Give up')).toBeTrue();
  });

  it('keeps what was changed before something half typed', async () => {
    await open({ footerMenu: [{ label: 'x', to: { kind: 'address', address: 'https://velmark.example' } }] });
    await screen.enter('Words at the foot', 'Not saved');
    await screen.enter('Menu at the foot, line 1: address', 'velmark');
    await until(async () => (await storage.draft('p_1 frame')) !== undefined);
    const draft = await storage.draft('p_1 frame');
    const kept = draft?.content['frame'] as Frame | undefined;
    expect([kept?.footer, kept?.footerMenu[0]?.to]).toEqual([
      'Not saved',
      { kind: 'address', address: 'https://velmark.example' },
    ]);
  });

  it('puts back what was never saved, as a change of what it was made of', async () => {
    const frame = { ...plainFrame, footer: 'Not saved' };
    await storage.keepDraft({ key: 'p_1 frame', at: 1, version: 2, content: { frame } });
    await open({ footer: 'By another' });
    await until(() => screen.box('Words at the foot').value === 'Not saved');
    expect(notices.sayWithUndo).toHaveBeenCalled();
    await screen.press('Save');
    const request = server.http.expectOne(({ method }) => method === 'PUT');
    expect((request.request.body as { version: number }).version).toBe(2);
    request.flush({ version: 4, frame });
    await screen.drawn();
    await until(async () => (await storage.draft('p_1 frame')) === undefined);
  });

  it('is for developers', async () => {
    await open({ footer: 'Velmark' }, 'editor');
    expect(screen.text).not.toContain('Save');
    expect(screen.box('Words at the foot').disabled).toBeTrue();
  });
});
