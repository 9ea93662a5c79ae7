import type { ScalarShape } from './shape';

export const dateTime: ScalarShape = { scalar: 'DateTime' };
