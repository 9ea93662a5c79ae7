import type { PropertyControl } from '../block-kind';

/** Nothing can be set of it. */
export const properties: readonly PropertyControl[] = [];
