import { ComponentHarness, TestKey } from '@angular/cdk/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';

/** The box that finds entries as somebody uses it who knows their titles, not the markup. */
export class EntryFinderHarness extends ComponentHarness {
  static readonly hostSelector = 'tov-entry-finder';

  private readonly box = this.locatorFor(MatAutocompleteHarness);

  /** Types words; what is found for them comes a moment later. */
  async type(words: string): Promise<void> {
    const box = await this.box();
    await box.focus();
    await box.enterText(words);
  }

  /** Leaves the box. */
  async leave(): Promise<void> {
    await (await this.box()).blur();
  }

  /** The words in the box. */
  async words(): Promise<string> {
    return (await this.box()).getValue();
  }

  /** What is offered, as it reads. */
  async offered(): Promise<readonly string[]> {
    const box = await this.box();
    if (!(await box.isOpen())) return [];
    return Promise.all((await box.getOptions()).map((option) => option.getText()));
  }

  /** Chooses what begins with some words. @throws Error when nothing does */
  async choose(words: string): Promise<void> {
    for (const option of await (await this.box()).getOptions())
      if ((await option.getText()).startsWith(words)) return option.click();
    throw new Error(`Nothing that is found begins with “${words}”.`);
  }

  /** Presses a key in the box, such as Enter. */
  async press(key: 'ArrowDown' | 'Enter' | 'Escape'): Promise<void> {
    const host = await (await this.box()).host();
    await host.sendKeys({ ArrowDown: TestKey.DOWN_ARROW, Enter: TestKey.ENTER, Escape: TestKey.ESCAPE }[key]);
  }
}
