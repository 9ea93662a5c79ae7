import { ComponentHarness, HarnessPredicate, type BaseHarnessFilters } from '@angular/cdk/testing';
import { MatSelectHarness } from '@angular/material/select/testing';

interface ChoiceFilters extends BaseHarnessFilters {
  /** The name that screen readers say. */
  readonly label?: string;
}

/** A choice as somebody uses it who knows the words, not the markup. */
export class ChoiceHarness extends ComponentHarness {
  static readonly hostSelector = 'tov-choice';

  /** Finds choices by their names. */
  static with(filters: ChoiceFilters = {}): HarnessPredicate<ChoiceHarness> {
    return new HarnessPredicate(ChoiceHarness, filters).addOption('label', filters.label, (choice, label) =>
      HarnessPredicate.stringMatches(choice.label(), label),
    );
  }

  private readonly box = this.locatorFor(MatSelectHarness);

  async label(): Promise<string | null> {
    return (await (await this.box()).host()).getAttribute('aria-label');
  }

  async isDisabled(): Promise<boolean> {
    return (await this.box()).isDisabled();
  }

  /** The words of all options, in their order. */
  async options(): Promise<readonly string[]> {
    const box = await this.box();
    await box.open();
    const words = await Promise.all((await box.getOptions()).map((option) => option.getText()));
    await box.close();
    return words;
  }

  /** The names of the groups that options stand in. */
  async groups(): Promise<readonly string[]> {
    const box = await this.box();
    await box.open();
    const groups = await box.getOptionGroups();
    const words = await Promise.all(groups.map((group) => group.getLabelText()));
    await box.close();
    return words;
  }

  /** The words of what is chosen. */
  async chosen(): Promise<string> {
    return (await this.box()).getValueText();
  }

  /** Chooses an option by its words. @throws Error when there is none */
  async choose(words: string): Promise<void> {
    const box = await this.box();
    await box.open();
    for (const option of await box.getOptions())
      if ((await option.getText()) === words) return option.click();
    throw new Error(`There is no option “${words}”.`);
  }
}
