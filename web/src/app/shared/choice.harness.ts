import { ComponentHarness } from '@angular/cdk/testing';

/** A choice as somebody uses it who knows the words, not the markup. */
export class ChoiceHarness extends ComponentHarness {
  static readonly hostSelector = 'tov-choice';

  private readonly box = this.locatorFor('select');
  private readonly optionsOf = this.locatorForAll('option');

  async label(): Promise<string | null> {
    return (await this.box()).getAttribute('aria-label');
  }

  async isDisabled(): Promise<boolean> {
    return (await this.box()).getProperty('disabled');
  }

  /** The words of all options, in their order. */
  async options(): Promise<readonly string[]> {
    return Promise.all((await this.optionsOf()).map((option) => option.text()));
  }

  /** The names of the groups that options stand in. */
  async groups(): Promise<readonly (string | null)[]> {
    const groups = await this.locatorForAll('optgroup')();
    return Promise.all(groups.map((group) => group.getAttribute('label')));
  }

  /** The words of what is chosen. */
  async chosen(): Promise<string> {
    for (const option of await this.optionsOf())
      if (await option.getProperty<boolean>('selected')) return option.text();
    return '';
  }

  /** Chooses an option by its words. @throws Error when there is none */
  async choose(words: string): Promise<void> {
    const index = (await this.options()).indexOf(words);
    if (index < 0) throw new Error(`There is no option “${words}”.`);
    await (await this.box()).selectOptions(index);
  }
}
