import { align } from './align';
import { background } from './background';
import { border } from './border';
import { colour } from './colour';
import { columns } from './columns';
import { gap } from './gap';
import type { StyleName } from './names';
import { order } from './order';
import { padding } from './padding';
import { radius } from './radius';
import { shadow } from './shadow';
import { size } from './size';
import { spaceAbove } from './space-above';
import { spaceBelow } from './space-below';
import type { StyleProperty } from './style-property';
import { visibility } from './visibility';
import { weight } from './weight';
import { width } from './width';

export type { StyleOption, StyleProperty } from './style-property';

/** Every respect by its name, in the order in which they are offered; a name without its rules does not compile. */
export const styleProperties: Readonly<Record<StyleName, StyleProperty>> = {
  space_above: spaceAbove,
  space_below: spaceBelow,
  padding,
  width,
  align,
  columns,
  gap,
  background,
  colour,
  border,
  radius,
  shadow,
  size,
  weight,
  order,
  visibility,
};
