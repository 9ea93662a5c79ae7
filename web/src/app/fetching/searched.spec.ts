import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Screen } from '../../testing/screen';
import { setUpWorkbench } from '../../testing/workbench';
import { SearchState } from './search-state';
import { searched } from './searched';

/** What the search of the host comes to, word by word. */
class Finder {
  readonly asked: string[] = [];
  private answers: Waiting<readonly string[]>[] = [];

  find(words: string): Promise<readonly string[]> {
    this.asked.push(words);
    return new Promise((resolve, reject) => this.answers.push({ resolve, reject }));
  }

  answer(...found: string[]): void {
    this.answers.shift()?.resolve(found);
  }

  fail(): void {
    this.answers.shift()?.reject(new Error('The server is away.'));
  }
}

interface Waiting<Value> {
  readonly resolve: (value: Value) => void;
  readonly reject: (error: Error) => void;
}

@Component({
  imports: [SearchState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<tov-search-state [of]="search" />
    @for (each of search.found(); track each) {
      <i>{{ each }}</i>
    }`,
})
class Host {
  readonly query = signal('');
  private readonly finder = inject(Finder);
  readonly search = searched({
    request: () => this.query() || undefined,
    find: (words) => this.finder.find(words),
  });
}

describe('a search by words', () => {
  let screen: Screen<Host>;
  let finder: Finder;
  beforeEach(async () => {
    setUpWorkbench();
    TestBed.configureTestingModule({ providers: [Finder] });
    finder = TestBed.inject(Finder);
    screen = await Screen.of(Host);
  });
  afterEach(() => screen.leave());
  const type = async (words: string): Promise<void> => {
    screen.fixture.componentInstance.query.set(words);
    await screen.drawn();
  };
  const pause = async (): Promise<void> => {
    await new Promise((resolve) => setTimeout(resolve, 200));
    await screen.drawn();
  };

  it('asks once for words typed in one go, and says that it looks meanwhile', async () => {
    for (const words of ['l', 'la', 'lar']) await type(words);
    expect(screen.text).toBe('Looking…');
    await pause();
    expect(finder.asked).toEqual(['lar']);
    finder.answer('Larch Hut');
    await screen.drawn();
    expect(screen.text).toBe('Larch Hut');
  });

  it('says that there is nothing only once that is known', async () => {
    await type('zzz');
    await pause();
    expect(screen.text).toBe('Looking…');
    finder.answer();
    await screen.drawn();
    expect(screen.text).toBe('Nothing found. Try other words.');
    await type('');
    expect(screen.text).toBe('');
  });

  it('says that it failed, which is not the same, and asks again', async () => {
    await type('larch');
    await pause();
    finder.fail();
    await screen.drawn();
    expect(screen.text).toContain('The search failed.');
    await screen.press('Try again');
    finder.answer('Larch Hut');
    await screen.drawn();
    expect(screen.text).toBe('Larch Hut');
  });

  it('says that it failed also after it found something for other words', async () => {
    await type('larch');
    await pause();
    finder.answer('Larch Hut');
    await screen.drawn();
    await type('birch');
    await pause();
    finder.fail();
    await screen.drawn();
    expect(screen.text).toContain('The search failed.');
    expect(screen.text).not.toContain('Larch Hut');
  });

  it('leaves what was found until its successor is there, and takes only the newest answer', async () => {
    await type('lar');
    await pause();
    finder.answer('Larch Hut');
    await screen.drawn();
    await type('birch');
    await pause();
    await type('birches');
    await pause();
    expect(screen.text).toBe('Larch Hut');
    finder.answer('Birch Hut');
    await screen.drawn();
    expect(screen.text).toBe('Larch Hut');
    finder.answer('Birches');
    await screen.drawn();
    expect(screen.text).toBe('Birches');
  });
});
