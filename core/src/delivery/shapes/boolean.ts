import type { ScalarShape } from './shape';

export const boolean: ScalarShape = { scalar: 'Boolean' };
