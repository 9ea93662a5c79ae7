import type { Measure } from '../measure';

/** Secrets are only counted: nothing is read of them. */
export const secrets = {
  kind: 'secrets',
  fits: ({ type }) => type.confidential,
  read: () => [],
} as const satisfies Measure;
