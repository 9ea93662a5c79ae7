import { TestBed } from '@angular/core/testing';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { Screen } from '../../../testing/screen';
import { medium, setUpWorkbench, settle, type TestServer } from '../../../testing/workbench';
import { Connection } from '../../fetching/connection';
import { START_TRANSFER, type Transfer, type TransferEvents } from './transfer';
import { UploadTray } from './upload-tray';
import { Uploads } from './uploads';

/** A file that the spec sends by hand. */
interface Sent {
  readonly name: string;
  readonly events: TransferEvents;
  readonly transfer: jasmine.SpyObj<Transfer>;
}

describe('files on their way to the media', () => {
  let server: TestServer;
  let uploads: Uploads;
  let sent: Sent[];
  let beforeUnload: (event: Event) => void;
  beforeEach(() => {
    server = setUpWorkbench();
    sent = [];
    TestBed.overrideProvider(START_TRANSFER, {
      useValue: (file: File, events: TransferEvents) => {
        if (file.name === 'a folder') return Promise.resolve(null);
        const transfer = jasmine.createSpyObj<Transfer>(['start', 'hold', 'end']);
        sent.push({ name: file.name, events, transfer });
        return Promise.resolve(transfer);
      },
    });
    // The window of the specs must not believe that it is closed: the listener alone is called.
    const listen = spyOn(window, 'addEventListener').and.callThrough();
    uploads = TestBed.inject(Uploads);
    const [, listener] = listen.calls.allArgs().find(([name]) => name === 'beforeunload') ?? [];
    beforeUnload = (event) => (typeof listener === 'function' ? listener(event) : undefined);
  });
  const file = (name: string, text = 'x'): File => new File([text], name);
  const add = async (...names: readonly string[]): Promise<readonly MediumAnswer[]> => {
    const adding = uploads.add(names.map((name) => file(name)));
    await settle();
    return adding;
  };
  const begin = (...names: readonly string[]): Promise<void> => {
    void add(...names);
    return settle();
  };
  const of = (name: string): Sent => {
    const found = sent.filter((each) => each.name === name).at(-1);
    if (!found) throw new Error(`${name} was not sent`);
    return found;
  };
  /** The server went away, and answers again. */
  const comeBack = async (): Promise<void> => {
    const connection = TestBed.inject(Connection);
    connection.lost();
    TestBed.tick();
    connection.found();
    TestBed.tick();
    await settle();
  };
  const states = (): Readonly<Record<string, string>> =>
    Object.fromEntries(uploads.lines().map(({ name, state }) => [name, state]));
  const take = async (name: string, known = false): Promise<void> => {
    of(name).events.complete(`u_${name}`);
    await settle();
    server.answer('/api/studio/media/taken', { medium: medium(`m_${name}`), known });
    await settle();
  };

  it('go three at a time, and the next when one is taken', async () => {
    await begin('a', 'b', 'c', 'd');
    expect(sent.map(({ name }) => name)).toEqual(['a', 'b', 'c']);
    await take('b');
    expect(sent.map(({ name }) => name)).toEqual(['a', 'b', 'c', 'd']);
    expect(states()).toEqual({ a: 'sending', b: 'done', c: 'sending', d: 'sending' });
  });

  it('tell what became of them once all have come to an end, the refused ones left out', async () => {
    const adding = add('good', 'bad');
    await settle();
    await take('good');
    of('bad').events.complete('u_bad');
    await settle();
    server.refuse('/api/studio/media/taken', 415, { detail: 'Programs are not taken.' });
    expect((await adding).map(({ id }) => id)).toEqual(['m_good']);
    expect(uploads.lines().find(({ name }) => name === 'bad')?.problem).toBe('Programs are not taken.');
  });

  it('say into which folder they come, or whose file they replace', async () => {
    const replaces = { id: 'm_1', version: 4 };
    void uploads.add([file('a')], { replaces, folder: 'd_1' });
    await settle();
    of('a').events.complete('u_9');
    await settle();
    const asked = server.http.expectOne('/api/studio/media/taken');
    expect(asked.request.body).toEqual({ upload: 'u_9', folder: 'd_1', replaces });
  });

  it('are held and gone on with, and leave room for the next meanwhile', async () => {
    await begin('a', 'b', 'c', 'd');
    const [{ key } = { key: 0 }] = uploads.lines();
    uploads.pause(key);
    await settle();
    expect(of('a').transfer.hold).toHaveBeenCalled();
    expect(states()['d']).toBe('sending');
    uploads.resume(key);
    await settle();
    expect(states()['a']).toBe('waiting');
    await take('b');
    expect(of('a').transfer.start).toHaveBeenCalledTimes(2);
  });

  it('go on by themselves when the server is back, those that somebody held do not', async () => {
    await begin('lost', 'held');
    of('lost').events.failed(0, 'no answer');
    const held = uploads.lines().find(({ name }) => name === 'held');
    uploads.pause(held?.key ?? 0);
    expect(states()).toEqual({ lost: 'paused', held: 'paused' });
    await comeBack();
    expect(states()).toEqual({ lost: 'sending', held: 'paused' });
  });

  it('wait for whoever has to sign in again', async () => {
    await begin('a');
    of('a').events.failed(401, 'not signed in');
    expect(uploads.lines()[0]?.problem).toContain('Sign in again');
    uploads.resume(uploads.lines()[0]?.key ?? 0);
    await settle();
    expect(of('a').transfer.start).toHaveBeenCalledTimes(2);
  });

  it('are refused where the server answers that it cannot, not tried for ever', async () => {
    await begin('a');
    of('a').events.failed(500, 'broken');
    expect(states()).toEqual({ a: 'refused' });
  });

  it('are taken again, not sent again, when the server went away at the very end', async () => {
    await begin('a');
    of('a').events.complete('u_1');
    await settle();
    server.refuse('/api/studio/media/taken', 503, {});
    await settle();
    expect(states()).toEqual({ a: 'paused' });
    await comeBack();
    server.answer('/api/studio/media/taken', { medium: medium('m_a'), known: true });
    await settle();
    expect(sent.length).toBe(1);
    expect(uploads.lines()[0]?.known).toBeTrue();
  });

  it('are refused here where nothing would come of sending them', async () => {
    void uploads.add([file('empty', '')]);
    await settle();
    expect([sent.length, states()]).toEqual([0, { empty: 'refused' }]);
  });

  it('are refused where they cannot be read, as a folder', async () => {
    void uploads.add([file('a folder')]);
    await settle();
    expect([sent.length, states()]).toEqual([0, { 'a folder': 'refused' }]);
  });

  it('are given up, here and there, also before they began', async () => {
    const adding = add('a', 'b', 'c', 'd');
    await settle();
    for (const { key } of uploads.lines()) uploads.cancel(key);
    expect(of('a').transfer.end).toHaveBeenCalled();
    expect(await adding).toEqual([]);
    expect(uploads.lines()).toEqual([]);
  });

  it('hold whoever would close the window, until none is under way', async () => {
    const leave = (): boolean => {
      const event = new Event('beforeunload', { cancelable: true });
      beforeUnload(event);
      return event.defaultPrevented;
    };
    await begin('a');
    expect(leave()).toBeTrue();
    await take('a');
    expect(leave()).toBeFalse();
  });

  it('are told one line each, what needs somebody first', async () => {
    const screen = await Screen.of(UploadTray);
    await begin('good.png', 'again.png', 'bad.exe');
    of('good.png').events.sent(0);
    await take('again.png', true);
    of('bad.exe').events.complete('u_bad');
    await settle();
    server.refuse('/api/studio/media/taken', 415, { detail: 'Programs are not taken.' });
    await screen.drawn();
    await new Promise((resolve) => requestAnimationFrame(resolve));
    await screen.drawn();
    expect(screen.text).toContain('1 file on the way · 1 taken · 1 refused');
    const lines = screen.all('.line').map(({ textContent }) => textContent.replace(/\s+/g, ' ').trim());
    expect(lines[0]).toContain('Programs are not taken.');
    expect(lines.at(-1)).toContain('is among the media already, as “m_again.png.jpg”');
    await screen.press('Put away');
    expect(uploads.lines().map(({ name }) => name)).toEqual(['good.png']);
    screen.leave();
  });
});
