import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [{ key: 'liquid', label: 'Liquid', control: 'liquid' }];
