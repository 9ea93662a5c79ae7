import type { JsonObject, JsonValue } from '../../json';
import type { ForeignField } from '../data-package';
import { plainField, type Equivalent } from './equivalent';

function boundsOf({ constraints: { minimum, maximum } }: ForeignField): JsonObject {
  return {
    ...(typeof minimum === 'number' ? { min: minimum } : {}),
    ...(typeof maximum === 'number' ? { max: maximum } : {}),
  };
}

/** A number as it is written, also with words around it where that is said. */
function numberIn(cell: JsonValue, { decimalChar, groupChar, bareNumber }: ForeignField): number | undefined {
  if (typeof cell === 'number') return cell;
  if (typeof cell !== 'string') return undefined;
  const grouped = groupChar === '' ? cell : cell.replaceAll(groupChar, '');
  const plain = decimalChar === '.' ? grouped : grouped.replaceAll(decimalChar, '.');
  const text = bareNumber ? plain.trim() : plain.replace(/^[^\d.+-]+|[^\d]+$/g, '');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text) ? Number(text) : undefined;
}

const whole = (cell: JsonValue, foreign: ForeignField): number | undefined => {
  const number = numberIn(cell, foreign);
  return Number.isInteger(number) ? number : undefined;
};

/** @see https://datapackage.org/standard/table-schema/#number */
export const number: Equivalent = {
  field: (foreign) => plainField('number', boundsOf(foreign)),
  cast: numberIn,
};

/** @see https://datapackage.org/standard/table-schema/#integer */
export const integer: Equivalent = {
  field: (foreign) => plainField('number', { ...boundsOf(foreign), decimals: 0 }),
  cast: whole,
};

const TRUE = ['true', 'True', 'TRUE', '1'];
const FALSE = ['false', 'False', 'FALSE', '0'];

/** @see https://datapackage.org/standard/table-schema/#boolean */
export const boolean: Equivalent = {
  field: () => plainField('switch'),
  cast(cell, { trueValues = TRUE, falseValues = FALSE }) {
    if (typeof cell === 'boolean') return cell;
    const text = typeof cell === 'object' ? '' : String(cell).trim();
    if (trueValues.includes(text)) return true;
    return falseValues.includes(text) ? false : undefined;
  },
};
