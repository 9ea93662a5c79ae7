import { Choosing } from './choosing';

describe('choosing from a list by keys', () => {
  let chosen: string[];
  let list: readonly string[];
  let keys: Choosing<string>;
  const press = (key: string): boolean => keys.key(new KeyboardEvent('keydown', { key, cancelable: true }));
  beforeEach(() => {
    chosen = [];
    list = ['Larch', 'Birch', 'Alder'];
    keys = new Choosing(
      () => list,
      (choice) => chosen.push(choice),
    );
  });

  it('goes round in both directions', () => {
    press('ArrowUp');
    expect(keys.active()).toBe(2);
    press('ArrowDown');
    press('ArrowDown');
    expect(keys.active()).toBe(1);
  });

  it('takes the active one with Enter, and leaves other keys alone', () => {
    keys.goTo(1);
    expect([press('Enter'), press('a'), press('Escape')]).toEqual([true, false, false]);
    expect(chosen).toEqual(['Birch']);
  });

  it('takes nothing where nothing was found', () => {
    list = [];
    expect([press('ArrowDown'), press('Enter')]).toEqual([false, false]);
    expect(chosen).toEqual([]);
  });

  it('takes nothing when fewer are found than the place it was at', () => {
    keys.goTo(2);
    list = ['Larch'];
    expect(press('Enter')).toBeFalse();
    keys.goTo();
    press('Enter');
    expect(chosen).toEqual(['Larch']);
  });
});
