const NAME = /^[_A-Za-z][_0-9A-Za-z]*$/;

/**
 * The name of a value in an enum: the value itself where GraphQL takes it for a name, else the next to it that is one.
 * @see https://spec.graphql.org/October2021/#Name
 * @example enumName('very-hard') // => 'very_hard'
 */
export function enumName(value: string): string {
  const name = value.replace(/[^_0-9A-Za-z]/g, '_');
  // Enums have no values of these names.
  const isTaken = ['true', 'false', 'null'].includes(name) || name.startsWith('__');
  return NAME.test(name) && !isTaken ? name : `_${name.replace(/^_+/, '')}`;
}

/**
 * The name that a path's keys have in an enum: in capitals, with two underscores where it goes on.
 * @example pathName('area.label') // => 'AREA__LABEL'
 */
export const pathName = (keys: string): string => keys.split('.').join('__').toUpperCase();
