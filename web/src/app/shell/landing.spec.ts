import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { RouterTestingHarness } from '@angular/router/testing';
import { Landing } from './landing';
import { ScreenHeading } from './screen-heading';

@Component({
  imports: [ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 [tovScreen]="name() + ' · Huts'">{{ name() }}</h1>
    <input aria-label="Box" />
  `,
})
class Hut {
  readonly name = input('Larch');
}

@Component({
  imports: [ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h1 tovScreen="Routes">Routes</h1>`,
})
class Routes {}

@Component({
  imports: [ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 tovScreen="New hut">New hut</h1>
    <input #box aria-label="First box" />
  `,
})
class NewHut {
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');

  constructor() {
    afterNextRender(() => this.box().nativeElement.focus());
  }
}

describe('whoever goes to another screen', () => {
  let harness: RouterTestingHarness;
  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        provideRouter([
          { path: 'huts/:name', component: Hut },
          { path: 'routes', component: Routes },
          { path: 'new', component: NewHut },
        ]),
      ],
    });
    TestBed.inject(Landing);
    harness = await RouterTestingHarness.create();
    const { nativeElement } = harness.fixture;
    document.body.append(nativeElement);
  });
  afterEach(() => harness.fixture.nativeElement.remove());
  const goTo = async (url: string): Promise<void> => {
    await harness.navigateByUrl(url);
    await harness.fixture.whenStable();
  };
  const focused = (): string => document.activeElement?.textContent ?? '';

  it('finds the window named after it, and the focus on its heading', async () => {
    await goTo('/huts/larch');
    expect(document.title).toBe('Larch · Huts · Tovlet');
    await goTo('/routes');
    expect([document.title, focused(), document.activeElement?.tagName]).toEqual([
      'Routes · Tovlet',
      'Routes',
      'H1',
    ]);
  });

  it('lands on the heading also where the screen stays and shows something else', async () => {
    await goTo('/huts/larch');
    await goTo('/huts/gentian');
    expect(document.activeElement?.tagName).toBe('H1');
  });

  it('keeps the focus on the first screen, and within a screen', async () => {
    await goTo('/huts/larch');
    expect(document.activeElement?.tagName).not.toBe('H1');
    document.querySelector<HTMLElement>('[aria-label="Box"]')?.focus();
    await goTo('/huts/larch?view=page');
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Box');
  });

  it('keeps the focus where the screen put it', async () => {
    await goTo('/routes');
    await goTo('/new');
    expect(document.activeElement?.getAttribute('aria-label')).toBe('First box');
    expect(document.title).toBe('New hut · Tovlet');
  });
});
