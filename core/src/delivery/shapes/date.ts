import type { ScalarShape } from './shape';

export const date: ScalarShape = { scalar: 'Date' };
