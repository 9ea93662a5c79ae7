import { actionsOn } from './screen-actions';

describe('what can be done on a screen', () => {
  let screen: HTMLElement;
  const draw = (html: string): void => {
    screen = document.createElement('div');
    screen.innerHTML = html;
    document.body.append(screen);
  };
  afterEach(() => screen.remove());
  const names = (): readonly string[] => actionsOn(screen).map(({ name }) => name);

  it('is every button and link by its name, once', () => {
    draw(`<main>
      <button><span aria-hidden="true">+</span>New type<kbd>N</kbd></button>
      <button aria-label="Remove Altitude">x</button><button aria-label="Remove Altitude">x</button>
      <a href="#there">Entries</a>
    </main><aside class="inspector"><button>Reset</button></aside>`);
    expect(names()).toEqual(['New type', 'Remove Altitude', 'Entries', 'Reset']);
  });

  it('leaves out what cannot be pressed, and what other parts offer', () => {
    draw(`<button>Elsewhere</button><main>
      <button disabled>Save</button><button aria-disabled="true">Move</button>
      <div style="display: none"><button>Hidden</button></div><button></button>
    </main>`);
    expect(names()).toEqual([]);
  });

  it('does what pressing it does', () => {
    draw('<main><button>Save</button></main>');
    const pressed = jasmine.createSpy();
    screen.querySelector('button')?.addEventListener('click', pressed);
    actionsOn(screen)[0]?.run();
    expect(pressed).toHaveBeenCalledTimes(1);
  });
});
