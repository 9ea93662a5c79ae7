/** Something wrong in a text of code. */
export interface CodeMistake {
  /** From 1. */
  readonly line: number;
  readonly message: string;
}
