import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Screen } from '../../testing/screen';
import { settle, setUpWorkbench } from '../../testing/workbench';
import { Connection } from './connection';
import { fetched } from './fetched';
import { FetchedPart } from './fetched-part';

/** Answers that are given by hand, in the order in which they were asked for. */
class Answers {
  readonly asked: string[] = [];
  private readonly waiting: { resolve(value: readonly string[]): void; reject(error: Error): void }[] = [];

  ask(request: string): Promise<readonly string[]> {
    this.asked.push(request);
    return new Promise((resolve, reject) => this.waiting.push({ resolve, reject }));
  }

  give(value: readonly string[]): void {
    this.waiting.shift()?.resolve(value);
  }

  fail(message: string): void {
    this.waiting.shift()?.reject(new Error(message));
  }
}

const answers = { now: new Answers() };

@Component({
  imports: [FetchedPart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-fetched [of]="huts" what="The huts">
      <p>{{ huts.value()?.join(', ') }}</p>
      <p empty>No huts yet</p>
    </tov-fetched>
  `,
})
class Huts {
  readonly wanted = signal('all');
  readonly huts = fetched({ request: () => this.wanted(), fetch: (request) => answers.now.ask(request) });
}

describe('something that is fetched', () => {
  let screen: Screen<Huts>;
  beforeEach(async () => {
    setUpWorkbench();
    answers.now = new Answers();
    screen = await Screen.of(Huts);
  });
  afterEach(() => screen.leave());
  const host = () => screen.all('tov-fetched')[0];

  it('is loading, never empty, until its first answer', async () => {
    expect(screen.text).toBe('Loading The huts…');
    expect(host()?.getAttribute('aria-busy')).toBe('true');
    answers.now.give([]);
    await screen.drawn();
    expect(screen.text).toBe('No huts yet');
    expect(host()?.getAttribute('aria-busy')).toBe('false');
  });

  it('says why it failed, and can be asked again', async () => {
    answers.now.fail('Away.');
    await screen.drawn();
    expect(screen.text).toContain('The huts could not be loaded. Away.');
    expect(screen.text).not.toContain('No huts yet');
    await screen.press('Try again');
    answers.now.give(['Larch']);
    await screen.drawn();
    expect(screen.text).toBe('Larch');
  });

  it('stands until its successor is there, also when that fails', async () => {
    answers.now.give(['Larch']);
    await screen.drawn();
    screen.fixture.componentInstance.wanted.set('others');
    await screen.drawn();
    expect(screen.text).toBe('Larch');
    answers.now.fail('Away.');
    await screen.drawn();
    expect(screen.text).toContain('could not be loaded');
    expect(screen.text).toContain('Larch');
  });

  it('takes the answer to the latest request alone', async () => {
    screen.fixture.componentInstance.wanted.set('others');
    await screen.drawn();
    answers.now.give(['First asked']);
    await screen.drawn();
    expect(screen.text).not.toContain('First asked');
    answers.now.give(['Last asked']);
    await screen.drawn();
    expect(screen.text).toBe('Last asked');
  });

  it('comes by itself when the server is there again', async () => {
    const connection = TestBed.inject(Connection);
    answers.now.fail('Away.');
    connection.lost();
    await screen.drawn();
    TestBed.tick();
    connection.found();
    TestBed.tick();
    await settle();
    await screen.drawn();
    expect(answers.now.asked).toEqual(['all', 'all']);
    answers.now.give(['Larch']);
    await screen.drawn();
    expect(screen.text).toBe('Larch');
  });
});
