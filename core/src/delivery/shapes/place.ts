import { ADDRESS_BOUND } from '../../fields/place/place';
import type { Member, ObjectShape } from './shape';

const degrees = (bound: number): Member => ({
  type: 'Float',
  jsonSchema: { type: 'number', minimum: -bound, maximum: bound },
});

export const place: ObjectShape = {
  name: 'Place',
  members: {
    latitude: degrees(90),
    longitude: degrees(180),
    address: { type: 'String', jsonSchema: { type: 'string', maxLength: ADDRESS_BOUND } },
  },
};
