import type { ComponentHarness, ComponentHarnessConstructor, HarnessQuery } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { ChoiceHarness } from '../app/shared/choice.harness';
import { settle } from './workbench';

/** A component on the page, as somebody who looks at it finds their way: by names and words. */
export class Screen<Component> {
  readonly element: HTMLElement;

  private constructor(readonly fixture: ComponentFixture<Component>) {
    this.element = fixture.nativeElement;
  }

  /** Draws a component with its inputs. */
  static async of<Component>(
    type: Type<Component>,
    inputs: Readonly<Record<string, unknown>> = {},
  ): Promise<Screen<Component>> {
    const fixture = TestBed.createComponent(type);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const screen = new Screen(fixture);
    document.body.append(screen.element);
    await screen.drawn();
    return screen;
  }

  async drawn(): Promise<void> {
    await settle();
    this.fixture.detectChanges();
    await settle();
    this.fixture.detectChanges();
  }

  async set(name: string, value: unknown): Promise<void> {
    this.fixture.componentRef.setInput(name, value);
    await this.drawn();
  }

  get text(): string {
    return this.element.textContent.replace(/\s+/g, ' ').trim();
  }

  all<Found extends Element = HTMLElement>(selector: string): readonly Found[] {
    return [...this.element.querySelectorAll<Found>(selector)];
  }

  /** A button or link by its name. @throws Error when there is none */
  button(name: string): HTMLElement {
    const found = this.all('button, a').find(
      (each) =>
        each.getAttribute('aria-label') === name || each.textContent.replace(/\s+/g, ' ').trim() === name,
    );
    if (!found) throw new Error(`There is no button “${name}” in: ${this.text}`);
    return found;
  }

  has(name: string): boolean {
    return this.all('button, a').some(
      (each) =>
        each.getAttribute('aria-label') === name || each.textContent.replace(/\s+/g, ' ').trim() === name,
    );
  }

  async press(name: string): Promise<void> {
    this.button(name).click();
    await this.drawn();
  }

  /** What can be chosen under a name. @throws Error when there is none */
  choice(label: string): Promise<ChoiceHarness> {
    return this.part(ChoiceHarness.with({ label }));
  }

  /** Chooses something under a name by its words. @throws Error when there is none */
  async choose(label: string, words: string): Promise<void> {
    await (await this.choice(label)).choose(words);
    await this.drawn();
  }

  /** A control by its label. @throws Error when there is none */
  box(label: string): HTMLInputElement {
    const labelled = this.all<HTMLInputElement>('input, textarea, select').find(
      (each) => each.getAttribute('aria-label') === label,
    );
    const around = this.all<HTMLLabelElement>('label').find((each) =>
      each.textContent.replace(/\s+/g, ' ').trim().startsWith(label),
    );
    const named = around?.htmlFor
      ? this.element.querySelector<HTMLInputElement>(`#${CSS.escape(around.htmlFor)}`)
      : null;
    const found = labelled ?? named ?? around?.querySelector<HTMLInputElement>('input, textarea, select');
    if (!found) throw new Error(`There is no “${label}” in: ${this.text}`);
    return found;
  }

  async enter(label: string, value: string): Promise<void> {
    const box = this.box(label);
    box.value = value;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    box.dispatchEvent(new Event('change', { bubbles: true }));
    await this.drawn();
  }

  async tick(label: string): Promise<void> {
    this.box(label).click();
    await this.drawn();
  }

  /** A part of what is drawn, by its harness. @throws Error when there is none */
  part<Part extends ComponentHarness>(query: HarnessQuery<Part>): Promise<Part> {
    return TestbedHarnessEnvironment.loader(this.fixture).getHarness(query);
  }

  /** What is drawn as a whole, by its harness. */
  as<Part extends ComponentHarness>(harness: ComponentHarnessConstructor<Part>): Promise<Part> {
    return TestbedHarnessEnvironment.harnessForFixture(this.fixture, harness);
  }

  leave(): void {
    this.element.remove();
  }
}
