import type { ScalarShape } from './shape';

export const float: ScalarShape = { scalar: 'Float' };
