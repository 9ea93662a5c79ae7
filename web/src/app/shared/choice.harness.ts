import { ComponentHarness, HarnessPredicate, type BaseHarnessFilters } from '@angular/cdk/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
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

  private readonly menu = this.locatorForOptional(MatSelectHarness);
  private readonly search = this.locatorForOptional(MatAutocompleteHarness);

  async label(): Promise<string | null> {
    return (await (await this.box()).host()).getAttribute('aria-label');
  }

  async isDisabled(): Promise<boolean> {
    return (await this.box()).isDisabled();
  }

  /** Whether it is found by words, as one of many is. */
  async isSearch(): Promise<boolean> {
    return (await this.search()) !== null;
  }

  /** The words of all options, in their order; of many those that fit some words. */
  async options(words = ''): Promise<readonly string[]> {
    await this.open(words);
    const offered = await Promise.all(
      (await (await this.box()).getOptions()).map((option) => option.getText()),
    );
    await this.close();
    return offered;
  }

  /** The names of the groups that options stand in. */
  async groups(): Promise<readonly string[]> {
    await this.open();
    const groups = await (await this.box()).getOptionGroups();
    const words = await Promise.all(groups.map((group) => group.getLabelText()));
    await this.close();
    return words;
  }

  /** The words of what is chosen. */
  async chosen(): Promise<string> {
    const search = await this.search();
    return search ? search.getValue() : ((await (await this.menu())?.getValueText()) ?? '');
  }

  /** Chooses an option by its words. @throws Error when there is none */
  async choose(words: string): Promise<void> {
    await this.open(words);
    for (const option of await (await this.box()).getOptions())
      if ((await option.getText()) === words) return option.click();
    throw new Error(`There is no option “${words}”.`);
  }

  private async box(): Promise<MatSelectHarness | MatAutocompleteHarness> {
    const box = (await this.menu()) ?? (await this.search());
    if (!box) throw new Error('There is nothing to choose with.');
    return box;
  }

  private async open(words = ''): Promise<void> {
    const search = await this.search();
    if (!search) return (await this.menu())?.open();
    await search.focus();
    await search.clear();
    if (words !== '') await search.enterText(words);
  }

  private async close(): Promise<void> {
    await (await this.menu())?.close();
    await (await this.search())?.blur();
  }
}
