import type { Finding } from '@tovlet/core/contracts/studio';

/** The picture of each weight that a finding can have. */
export const SEVERITY_ICONS = { error: 'error', warning: 'warning', note: 'lightbulb' } as const;

/** How what is wrong with entries counts among what is wrong with the model: it keeps nobody from changing that. */
export const ENTRY_SEVERITY: Readonly<Record<Finding['severity'], keyof typeof SEVERITY_ICONS>> = {
  refuse: 'warning',
  warn: 'note',
};
