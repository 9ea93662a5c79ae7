import { ComponentHarness, type TestElement, type TestKey } from '@angular/cdk/testing';

/** The sheet of a group as somebody uses it who knows labels and columns. */
export class SheetHarness extends ComponentHarness {
  static readonly hostSelector = 'tov-sheet';

  private readonly fieldLines = this.locatorForAll('tov-sheet-line');
  private readonly grid = this.locatorFor('[role="treegrid"]');

  /** The labels of the fields that are drawn, in their order. */
  async labels(): Promise<readonly string[]> {
    const boxes = await this.locatorForAll('tov-sheet-line .label input')();
    return Promise.all(boxes.map((box) => box.getProperty<string>('value')));
  }

  /** The line of a field, by its label. @throws Error when it is not drawn */
  async line(label: string): Promise<TestElement> {
    const line = (await this.fieldLines())[(await this.labels()).indexOf(label)];
    if (!line) throw new Error(`There is no line “${label}” among ${(await this.labels()).join(', ')}.`);
    return line;
  }

  /** The cell of a field in a column. @throws Error when it is not drawn */
  async cell(label: string, column: string): Promise<TestElement> {
    const at = (await this.labels()).indexOf(label);
    const cell = (await this.locatorForAll(`tov-sheet-line [data-column="${column}"]`)())[at];
    if (!cell) throw new Error(`There is no cell ${column} of “${label}”.`);
    return cell;
  }

  /** What is typed or chosen in a cell. @throws Error when there is nothing of the kind */
  async box(label: string, column: string): Promise<TestElement> {
    const id = await (await this.cell(label, column)).getAttribute('id');
    return this.locatorFor(`#${id} :is(input, select)`)();
  }

  /** Presses a key in a cell. */
  async press(label: string, column: string, ...keys: readonly (string | TestKey)[]): Promise<void> {
    const cell = await this.cell(label, column);
    await cell.focus();
    await cell.sendKeys(...keys);
  }

  /** Where the focus is: label and column of a cell, with `edited` while something is typed there; null outside. */
  async focused(): Promise<string | null> {
    for (const label of await this.labels()) {
      const line = await this.line(label);
      if (!(await line.matchesSelector(':focus-within'))) continue;
      const [cell] = await this.locatorForAll('tov-sheet-line [data-column]:focus-within')();
      const edited = (await this.locatorForAll('tov-sheet-line :is(input, select):focus')()).length > 0;
      return `${label} ${(await cell?.getAttribute('data-column')) ?? ''}${edited ? ' edited' : ''}`;
    }
    return null;
  }

  /** The labels of the fields that are chosen. */
  async chosen(): Promise<readonly string[]> {
    const labels = await this.labels();
    const lines = await this.fieldLines();
    const states = await Promise.all(lines.map((line) => line.getAttribute('aria-selected')));
    return labels.filter((_label, at) => states[at] === 'true');
  }

  /** How many lines there are, and how many of them are drawn. */
  async lines(): Promise<{ readonly all: number; readonly drawn: number }> {
    const all = Number(await (await this.grid()).getAttribute('aria-rowcount')) - 1;
    return { all, drawn: (await this.locatorForAll('[role="rowgroup"] [role="row"]')()).length };
  }
}
