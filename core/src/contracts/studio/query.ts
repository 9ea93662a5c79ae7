/** What a query may hold: the values of an address are text, what is left out has a default. */
export type QueryInput<Output, Needed extends keyof Output = never> = Readonly<
  Pick<Output, Needed> & Partial<Output>
>;
