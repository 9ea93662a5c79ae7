import { id, text, type ObjectShape } from './shape';

/** What is told of a person to everybody. */
export const person: ObjectShape = { name: 'Person', members: { id, name: text } };
