/** Choices from labels, their values made from the words. */
export const choices = (...labels: readonly string[]): readonly { value: string; label: string }[] =>
  labels.map((label) => ({ value: label.toLowerCase().replace(/[^a-z0-9]+/g, '_'), label }));
