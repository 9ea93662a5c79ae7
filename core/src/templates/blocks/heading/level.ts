import { constantOf, type Block } from '../../template';

/** The level of a heading that says none. */
const USUAL = 2;

/** Reads the level of a heading, from 1 to 4. */
export function headingLevel(block: Block): number {
  const level = Number(constantOf(block, 'level'));
  return [1, 2, 3, 4].includes(level) ? level : USUAL;
}
