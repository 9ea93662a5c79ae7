import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { MatIconRegistry } from '@angular/material/icon';
import { fieldTypes } from '@tovlet/core/fields/index';
import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import { firstValueFrom } from 'rxjs';
import { FormStore } from '../features/content/form-store';
import { documentOf, hutGroup, press, setUpWorkbench, settle, type } from '../../testing/workbench';
import { localFromMoment } from './date_time/moments';
import { WidgetHost } from './widget-host';

const choices = {
  choices: [
    { value: 'easy', label: 'Easy' },
    { value: 'hard', label: 'Hard' },
  ],
};

@Component({
  imports: [WidgetHost],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label for="box">Label</label>
    <tov-widget
      [field]="field()"
      [value]="value()"
      inputId="box"
      [disabled]="disabled()"
      (committed)="commit($event)"
    />
  `,
})
class Host {
  readonly field = signal(fieldOfKind('text'));
  readonly value = signal<JsonValue>(null);
  readonly disabled = signal(false);
  readonly commits: JsonValue[] = [];

  commit(value: JsonValue): void {
    this.commits.push(value);
    this.value.set(value);
  }
}

function fieldOfKind(kind: string, settings = {}) {
  const known = fieldTypes.find((each) => each.kind === kind);
  if (!known) throw new Error(`No field type ${kind}`);
  const model = compileModel(
    documentOf(hutGroup(field({ id: 'f_x', key: 'x', label: 'X', kind: known.kind, settings }))),
  );
  const compiled = model.fields.get('f_x');
  if (!compiled) throw new Error('The field was compiled.');
  return compiled;
}

/** Not until stable: a picture's own request is never answered here. */
async function drawn(fixture: ComponentFixture<Host>): Promise<void> {
  await settle();
  fixture.detectChanges();
}

describe('widgets', () => {
  beforeEach(() => {
    setUpWorkbench();
    TestBed.configureTestingModule({ providers: [FormStore] });
  });
  const show = async (kind: string, value: JsonValue = null, settings = {}) => {
    const fixture = TestBed.createComponent(Host);
    const host = fixture.componentInstance;
    host.field.set(fieldOfKind(kind, settings));
    host.value.set(value);
    await drawn(fixture);
    const element: HTMLElement = fixture.nativeElement;
    return { fixture, host, element, box: element.querySelector('#box') };
  };

  it('have a pictogram for every type', async () => {
    const registry = TestBed.inject(MatIconRegistry);
    for (const { icon } of fieldTypes) {
      const drawn = await firstValueFrom(registry.getNamedSvgIcon(icon));
      expect(drawn.tagName).withContext(icon).toBe('svg');
    }
  });

  const drawnByForms = ['section', 'note', 'shape'];
  const without = ['computed', 'group', 'shared_set'];
  for (const { kind, example } of fieldTypes.filter((each) => !drawnByForms.includes(each.kind))) {
    it(`of ${kind}: carries the label’s id, shows an example, and can be disabled`, async () => {
      const { fixture, host, element, box } = await show(
        kind,
        example,
        kind.includes('_choice') ? choices : {},
      );
      expect(box).not.toBeNull();
      expect<unknown>(host.commits).toEqual([]);
      host.disabled.set(true);
      await drawn(fixture);
      const controls = [...element.querySelectorAll('input, textarea, select, button')];
      expect(controls.length > 0).toBe(!without.includes(kind));
      // A map can be looked at by those who may not set the point.
      const free = controls.filter((each) => !each.matches(':disabled, [aria-expanded]'));
      expect(free.map(({ outerHTML }) => outerHTML)).toEqual([]);
    });

    it(`of ${kind}: stands a value of another type`, async () => {
      for (const odd of ['odd', 7, true, [1], { a: 1 }]) await show(kind, odd);
      expect(true).toBeTrue();
    });
  }

  it('of numbers commit numbers, and what is no number as the text it is', async () => {
    const { host, box } = await show('number');
    for (const text of ['12', '1 200,5', 'high', '']) type(box, text);
    expect<unknown>(host.commits).toEqual([12, 1200.5, 'high', null]);
  });

  it('of numbers let people type what is not yet a number', async () => {
    const { fixture, box } = await show('number');
    type(box, '2.');
    await fixture.whenStable();
    expect((box as HTMLInputElement).value).toBe('2.');
  });

  it('of texts commit null when they are emptied', async () => {
    const { host, box } = await show('text', 'a');
    type(box, '');
    expect<unknown>(host.commits).toEqual([null]);
  });

  it('of switches tell on from off in words', async () => {
    const { fixture, host, box, element } = await show('switch', null, { onLabel: 'Open', offLabel: 'Shut' });
    (box as HTMLElement).click();
    await fixture.whenStable();
    expect<unknown>(host.commits).toEqual([true]);
    expect(element.textContent).toContain('Open');
  });

  it('of one choice offer the labels and commit the value', async () => {
    const { host, box } = await show('one_choice', null, choices);
    const menu = box as HTMLSelectElement;
    expect([...menu.options].map(({ text }) => text.trim())).toContain('Hard');
    menu.value = 'hard';
    menu.dispatchEvent(new Event('change'));
    expect<unknown>(host.commits).toEqual(['hard']);
  });

  it('of dates commit days', async () => {
    const { host, box } = await show('date');
    type(box, '2026-05-31');
    expect<unknown>(host.commits.at(-1)).toBe('2026-05-31');
    press(box, 'Escape');
  });

  it('of several choices keep the order of the choices and commit nothing as null', async () => {
    const { fixture, host, element } = await show('several_choices', ['hard'], choices);
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

  it('of links keep address and words together', async () => {
    const { host, box } = await show('link', { url: '/a', text: 'A', newTab: true });
    type(box, 'https://b.example');
    expect<unknown>(host.commits.at(-1)).toEqual({ url: 'https://b.example', text: 'A', newTab: true });
  });

  it('of moments show this browser’s clock and commit UTC', async () => {
    const { host, box } = await show('date_time', '2026-05-31T18:30:00Z');
    type(box, localFromMoment('2026-06-01T06:00:00Z'));
    expect<unknown>(host.commits.at(-1)).toBe('2026-06-01T06:00:00Z');
  });
});
