/** The picture of each weight that a finding can have. */
export const SEVERITY_ICONS = { error: 'error', warning: 'warning', note: 'lightbulb' } as const;
