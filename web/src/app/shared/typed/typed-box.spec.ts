import { TestBed } from '@angular/core/testing';
import type { JsonValue } from '@tovlet/core/json';
import { Screen } from '../../../testing/screen';
import { setUpWorkbench } from '../../../testing/workbench';
import { READER_LOCALE } from '../reader-locale';
import { TypedBox } from './typed-box';
import type { TypedKindName } from './typed-kinds';

describe('a box that is typed as the reader writes', () => {
  let screen: Screen<TypedBox>;
  let given: unknown[];
  const show = async (kind: TypedKindName, value: JsonValue, locale = 'de'): Promise<void> => {
    setUpWorkbench();
    TestBed.overrideProvider(READER_LOCALE, { useValue: locale });
    screen = await Screen.of(TypedBox, { kind, value, label: 'It' });
    given = [];
    screen.fixture.componentInstance.changed.subscribe((value) => {
      given.push(value);
      screen.fixture.componentRef.setInput('value', value);
    });
  };
  afterEach(() => screen.leave());

  it('shows and reads numbers with the marks of the locale', async () => {
    await show('number', 1234.5);
    expect(screen.box('It').value).toBe('1.234,5');
    await screen.enter('It', '2.140,50');
    expect(given).toEqual([2140.5]);
    expect(screen.box('It').value).toBe('2.140,5');
  });

  it('shows and reads days, and gives an example while it is empty', async () => {
    await show('date', null);
    expect(screen.box('It').placeholder).toBe('03.07.1927');
    await screen.enter('It', '31.5.2026');
    expect(given).toEqual(['2026-05-31']);
    await screen.enter('It', '');
    expect(given).toEqual(['2026-05-31', null]);
  });

  it('shows and reads times, and days with a time on the clocks of this browser', async () => {
    await show('time', '18:30');
    expect(screen.box('It').value).toBe('18:30');
    await screen.enter('It', '7.05');
    await screen.enter('It', 'noon');
    expect(given).toEqual(['07:05']);
    screen.leave();
    TestBed.resetTestingModule();
    await show('moment', null);
    expect(screen.box('It').placeholder).toMatch(/^0\d\.07\.1927 \d\d:\d\d$/);
    await screen.enter('It', '31.5.2026 8:30');
    expect(given).toEqual([`${new Date(2026, 4, 31, 8, 30).toISOString().slice(0, 19)}Z`]);
    await screen.enter('It', '31.5.2026');
    expect(given.length).toBe(1);
  });

  it('keeps what cannot be read, says what is wrong, and gives nothing', async () => {
    await show('number', 12);
    await screen.enter('It', 'zwölf');
    expect(given).toEqual([]);
    const box = screen.box('It');
    expect([box.value, box.getAttribute('aria-invalid')]).toEqual(['zwölf', 'true']);
    const words = screen.all(`[id="${box.getAttribute('aria-describedby')}"]`)[0];
    expect(words?.textContent).toBe('“zwölf” is not a number yet.');
    box.value = '12,';
    box.dispatchEvent(new Event('input', { bubbles: true }));
    await screen.drawn();
    expect(screen.box('It').getAttribute('aria-invalid')).toBe('false');
  });

  it('shows the value again when it changes otherwise', async () => {
    await show('number', 12);
    await screen.enter('It', 'zwölf');
    await screen.set('value', 13);
    expect(screen.box('It').value).toBe('13');
    expect(screen.text).toBe('');
  });

  it('takes lists of numbers whose decimals may have commas', async () => {
    await show('numbers', [1.5, 2]);
    expect(screen.box('It').value).toBe('1,5; 2');
    await screen.enter('It', '1,5; 1.200; 3');
    expect(given).toEqual([[1.5, 1200, 3]]);
  });
});
