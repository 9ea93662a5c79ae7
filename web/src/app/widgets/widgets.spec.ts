import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatIconRegistry } from '@angular/material/icon';
import { fieldTypes } from '@tovlet/core/fields/index';
import { firstValueFrom } from 'rxjs';
import { FormStore } from '../forms/form-store';
import { drawn, showWidget } from '../../testing/widget-stage';
import { press, setUpWorkbench, type } from '../../testing/workbench';
import { READER_LOCALE } from '../shared/reader-locale';
import { partsOf } from '../shared/day/moments';
import { ChoiceHarness } from '../shared/choice.harness';

const choices = {
  choices: [
    { value: 'easy', label: 'Easy' },
    { value: 'hard', label: 'Hard' },
  ],
};

describe('widgets', () => {
  beforeEach(() => {
    setUpWorkbench();
    TestBed.configureTestingModule({ providers: [FormStore] });
  });
  it('have a pictogram for every type', async () => {
    const registry = TestBed.inject(MatIconRegistry);
    for (const { icon } of fieldTypes) {
      const pictogram = await firstValueFrom(registry.getNamedSvgIcon(icon));
      expect(pictogram.tagName).withContext(icon).toBe('svg');
    }
  });

  const drawnByForms = ['section', 'note', 'shape'];
  const without = ['computed', 'group', 'shared_set'];
  for (const { kind, example } of fieldTypes.filter((each) => !drawnByForms.includes(each.kind))) {
    it(`of ${kind}: carries the label’s id, shows an example, and can be disabled`, async () => {
      const { fixture, host, element, box } = await showWidget(
        kind,
        example,
        kind.includes('_choice') ? choices : {},
      );
      expect(box).not.toBeNull();
      expect<unknown>(host.commits).toEqual([]);
      host.disabled.set(true);
      await drawn(fixture);
      const controls = [...element.querySelectorAll('input, textarea, select, button, mat-select')];
      expect(controls.length > 0).toBe(!without.includes(kind));
      // A map can be looked at by those who may not set the point.
      const free = controls.filter(
        (each) => !each.matches(':disabled, [aria-disabled="true"], [aria-expanded]'),
      );
      expect(free.map(({ outerHTML }) => outerHTML)).toEqual([]);
    });

    it(`of ${kind}: stands a value of another type`, async () => {
      for (const odd of ['odd', 7, true, [1], { a: 1 }]) await showWidget(kind, odd);
      expect(true).toBeTrue();
    });
  }

  it('of numbers commit numbers, and what is no number as the text it is', async () => {
    const { host, box } = await showWidget('number');
    for (const text of ['12', '1 200,5', 'high', '']) type(box, text);
    expect<unknown>(host.commits).toEqual([12, 1200.5, 'high', null]);
  });

  it('of numbers let people type what is not yet a number', async () => {
    const { fixture, box } = await showWidget('number');
    type(box, '2.');
    await fixture.whenStable();
    expect((box as HTMLInputElement).value).toBe('2.');
  });

  it('of texts commit null when they are emptied', async () => {
    const { host, box } = await showWidget('text', 'a');
    type(box, '');
    expect<unknown>(host.commits).toEqual([null]);
  });

  it('of switches tell on from off in words', async () => {
    const { fixture, host, box, element } = await showWidget('switch', null, {
      onLabel: 'Open',
      offLabel: 'Shut',
    });
    (box as HTMLElement).click();
    await fixture.whenStable();
    expect<unknown>(host.commits).toEqual([true]);
    expect(element.textContent).toContain('Open');
  });

  it('of one choice offer the labels and commit the value', async () => {
    const { host, fixture } = await showWidget('one_choice', null, choices);
    const choice = await TestbedHarnessEnvironment.loader(fixture).getHarness(ChoiceHarness);
    expect(await choice.options()).toEqual(['–', 'Easy', 'Hard']);
    await choice.choose('Hard');
    expect<unknown>(host.commits).toEqual(['hard']);
  });

  it('of dates commit days', async () => {
    const { host, box } = await showWidget('date');
    type(box, '2026-05-31');
    expect<unknown>(host.commits.at(-1)).toBe('2026-05-31');
    press(box, 'Escape');
  });

  it('of several choices keep the order of the choices and commit nothing as null', async () => {
    const { fixture, host, element } = await showWidget('several_choices', ['hard'], choices);
    const [easy, hard] = [...element.querySelectorAll<HTMLInputElement>('input')];
    easy?.click();
    await fixture.whenStable();
    expect<unknown>(host.commits.at(-1)).toEqual(['easy', 'hard']);
    easy?.click();
    await fixture.whenStable();
    hard?.click();
    await fixture.whenStable();
    expect(host.commits.at(-1)).toBeNull();
  });

  it('of several choices are chips, or found by words, as the field says', async () => {
    const chips = await showWidget('several_choices', ['hard', 'old'], { ...choices, display: 'chips' });
    const options = [
      ...chips.element.querySelectorAll<HTMLElement>('[role="option"], mat-chip-option button'),
    ];
    expect(chips.element.textContent).toContain('old (no longer a choice)');
    options[0]?.click();
    await chips.fixture.whenStable();
    expect<unknown>(chips.host.commits.at(-1)).toEqual(['easy', 'hard', 'old']);
    const found = await showWidget('several_choices', ['hard'], { ...choices, display: 'search' });
    const choice = await TestbedHarnessEnvironment.loader(found.fixture).getHarness(ChoiceHarness);
    await choice.choose('Easy');
    expect<unknown>(found.host.commits.at(-1)).toEqual(['easy', 'hard']);
    found.element.querySelector<HTMLElement>('[aria-label="Take out Hard"]')?.click();
    await found.fixture.whenStable();
    expect<unknown>(found.host.commits.at(-1)).toEqual(['easy']);
  });

  it('of one choice are a list or found by words, as the field says', async () => {
    const list = await showWidget('one_choice', 'easy', { ...choices, display: 'list' });
    const [, hard] = [...list.element.querySelectorAll<HTMLInputElement>('input[type="radio"]')];
    hard?.click();
    await list.fixture.whenStable();
    expect<unknown>(list.host.commits).toEqual(['hard']);
    const found = await showWidget('one_choice', 'easy', { ...choices, display: 'search' });
    expect(found.element.querySelector('tov-choice-search')).not.toBeNull();
  });

  it('of sliders take a number that is typed, and keep what is half typed', async () => {
    const { host, element } = await showWidget('slider', 3, { max: 100 });
    const number = element.querySelector<HTMLInputElement>('input.number');
    type(number, '42');
    expect<unknown>(host.commits.at(-1)).toBe(42);
    type(number, '4x');
    expect<unknown>(host.commits.at(-1)).toBe('4x');
    type(number, '');
    expect(host.commits.at(-1)).toBeNull();
  });

  it('of links keep address and words together', async () => {
    const { host, box } = await showWidget('link', { url: '/a', text: 'A', newTab: true });
    type(box, 'https://b.example');
    expect<unknown>(host.commits.at(-1)).toEqual({ url: 'https://b.example', text: 'A', newTab: true });
  });

  it('of moments show this browser’s clock and commit UTC, and keep what is half typed', async () => {
    const { host, element } = await showWidget('date_time', '2026-05-31T18:30:00Z');
    const [day, time] = [...element.querySelectorAll('input')];
    const wanted = partsOf(navigator.language, '2026-06-01T06:00:00Z');
    type(day ?? null, wanted.day);
    type(time ?? null, wanted.time);
    expect<unknown>(host.commits.at(-1)).toBe('2026-06-01T06:00:00Z');
    type(time ?? null, '1');
    expect<unknown>(host.commits.at(-1)).toBe(`${wanted.day} 1`);
  });

  it('of days, times and numbers keep what is half typed, and show it again', async () => {
    for (const [kind, half] of [
      ['date', '12'],
      ['time', '18:'],
      ['number', '12-'],
      ['money', 'thirty'],
    ] as const) {
      const { fixture, host, box } = await showWidget(kind);
      type(box, half);
      box?.dispatchEvent(new Event('blur'));
      await fixture.whenStable();
      expect<unknown>(host.commits.at(-1)).withContext(kind).toBe(half);
      const again = await showWidget(kind, half);
      expect((again.box as HTMLInputElement).value)
        .withContext(kind)
        .toBe(half);
    }
  });

  it('of numbers and days are read and written as a German reader does, and stored the same', async () => {
    TestBed.overrideProvider(READER_LOCALE, { useValue: 'de' });
    const number = await showWidget('number', 1234.5);
    expect((number.box as HTMLInputElement).value).toBe('1.234,5');
    type(number.box, '2.345,75');
    expect<unknown>(number.host.commits.at(-1)).toBe(2345.75);
    const money = await showWidget('money', 30.5);
    expect((money.box as HTMLInputElement).value).toBe('30,50');
    const date = await showWidget('date', '1927-07-03');
    expect((date.box as HTMLInputElement).value).toBe('03.07.1927');
    type(date.box, '4.7.1927');
    expect<unknown>(date.host.commits.at(-1)).toBe('1927-07-04');
  });
});
