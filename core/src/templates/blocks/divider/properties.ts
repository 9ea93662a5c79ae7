import type { PropertyControl } from '../block-kind';

/** There is nothing to set. */
export const properties: readonly PropertyControl[] = [];
