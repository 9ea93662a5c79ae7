import { ComponentHarness, HarnessPredicate, type BaseHarnessFilters } from '@angular/cdk/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';

interface PathSearchFilters extends BaseHarnessFilters {
  /** The name that screen readers say. */
  readonly label?: string;
}

/** The search for a value as somebody uses it who knows the words, not the markup. */
export class PathSearchHarness extends ComponentHarness {
  static readonly hostSelector = 'tov-path-search';

  /** Finds searches by their names. */
  static with(filters: PathSearchFilters = {}): HarnessPredicate<PathSearchHarness> {
    return new HarnessPredicate(PathSearchHarness, filters).addOption(
      'label',
      filters.label,
      (search, label) => HarnessPredicate.stringMatches(search.label(), label),
    );
  }

  private readonly box = this.locatorFor(MatAutocompleteHarness);

  async label(): Promise<string | null> {
    return (await (await this.box()).host()).getAttribute('aria-label');
  }

  /** The words in the box. */
  async chosen(): Promise<string> {
    return (await this.box()).getValue();
  }

  /** What is offered for some words. */
  async offered(words = ''): Promise<readonly string[]> {
    return Promise.all((await this.found(words)).map((option) => option.getText()));
  }

  /** Chooses what is offered first for some words. @throws Error when there is nothing */
  async choose(words: string): Promise<void> {
    const [first] = await this.found(words);
    if (!first) throw new Error(`Nothing is found for “${words}”.`);
    await first.click();
  }

  private async found(words: string) {
    const box = await this.box();
    await box.focus();
    await box.clear();
    if (words !== '') await box.enterText(words);
    return box.getOptions();
  }
}
