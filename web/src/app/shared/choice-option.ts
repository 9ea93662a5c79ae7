/** One of several things to choose from. */
export interface ChoiceOption {
  readonly value: string;
  readonly label: string;
  /** Those of one group stand together under its name. */
  readonly group?: string;
}

/** Options that stand together; those of no group under no name. */
export interface ChoiceGroup {
  readonly label: string | undefined;
  readonly options: readonly ChoiceOption[];
}

/**
 * Puts options of one group together, in the order in which the groups come first.
 * @example groupsOf([{ value: 'a', label: 'A' }]) // => [{ label: undefined, options: [{ value: 'a', label: 'A' }] }]
 */
export const groupsOf = (options: readonly ChoiceOption[]): readonly ChoiceGroup[] =>
  [...new Set(options.map(({ group }) => group))].map((label) => ({
    label,
    options: options.filter(({ group }) => group === label),
  }));
