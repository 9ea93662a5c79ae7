import type { ScalarShape } from './shape';

export const string: ScalarShape = { scalar: 'String' };
