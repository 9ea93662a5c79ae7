/** What several values come to. */
export interface ListFunction {
  /** Its name, as Liquid has it as a filter. */
  readonly name: string;
  /** What it is called where a way to show a value is chosen. */
  readonly label: string;
  /** Whether it is for numbers alone. */
  readonly numbers: boolean;
  /** What it gives: a number of its own, one of the values, or several of them. */
  readonly gives: 'number' | 'one' | 'several';
  /**
   * Comes to something.
   * @param values those that are there, in order
   * @returns undefined where there is nothing to come to it from
   */
  of(values: readonly unknown[]): unknown;
}

/** The numbers among values. */
export const numbersIn = (values: readonly unknown[]): readonly number[] =>
  values.filter((each) => typeof each === 'number');
