import { TestBed } from '@angular/core/testing';
import { settle, setUpWorkbench, signInAs, type TestServer } from '../../../testing/workbench';
import { Drafts } from './drafts';
import { MemoryStorage } from './edit-storage';

/** Long enough for what waits to be kept. */
const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 450));

describe('what is typed and not saved', () => {
  let storage: MemoryStorage;
  let drafts: Drafts;
  let server: TestServer;
  beforeEach(async () => {
    storage = new MemoryStorage();
    server = setUpWorkbench(storage);
    await signInAs(server, 'developer');
    drafts = TestBed.inject(Drafts);
  });
  const keep = (text: string, version = 1): void =>
    drafts.keep('entry e_1', version, { own: { title: text } });
  const kept = async () => (await storage.draft('p_1 entry e_1'))?.content;

  it('is kept with the first keystroke, and then with the last of each pause', async () => {
    const keepDraft = spyOn(storage, 'keepDraft').and.callThrough();
    keep('L');
    await settle();
    for (const text of ['La', 'Lar', 'Larch']) keep(text);
    await settle();
    expect(keepDraft).toHaveBeenCalledTimes(1);
    expect(await kept()).toEqual({ own: { title: 'L' } });
    await pause();
    expect(await kept()).toEqual({ own: { title: 'Larch' } });
    expect(keepDraft).toHaveBeenCalledTimes(2);
  });

  it('is found also where it is asked for before it was kept', async () => {
    keep('L');
    expect((await drafts.find('entry e_1'))?.content).toEqual({ own: { title: 'L' } });
  });

  it('is kept at once when the page goes, in the middle of a word', async () => {
    keep('L');
    keep('Lar');
    window.dispatchEvent(new Event('pagehide'));
    await settle(20);
    expect(await kept()).toEqual({ own: { title: 'Lar' } });
  });

  it('is found with the version it was typed over, by who typed it alone', async () => {
    keep('Larch', 7);
    expect((await drafts.find('entry e_1'))?.version).toBe(7);
    expect(await drafts.find('entry e_2')).toBeUndefined();
    expect(await storage.draft('p_2 entry e_1')).toBeUndefined();
  });

  it('is forgotten once it is saved, also what waited to be kept', async () => {
    keep('L');
    keep('Larch');
    await drafts.drop('entry e_1');
    await pause();
    expect(await kept()).toBeUndefined();
    keep('Again');
    await pause();
    expect(await kept()).toEqual({ own: { title: 'Again' } });
  });

  it('goes on where the browser keeps nothing', async () => {
    spyOn(storage, 'keepDraft').and.rejectWith(new DOMException('Full', 'QuotaExceededError'));
    keep('L');
    expect(await drafts.find('entry e_1')).toBeUndefined();
    await expectAsync(drafts.drop('entry e_1')).toBeResolved();
  });
});
