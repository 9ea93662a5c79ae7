import * as z from 'zod';
import { jsonValueShape } from '../../json-shape';

/** How the values of a field are taken over when it gets another type: what the values themselves do not tell. */
export const conversionOptionsSchema = z.strictObject({
  /** What stands between several values in one text; `any` looks for commas, semicolons and line breaks where the whole fits nothing. */
  separator: z.enum(['any', 'none', 'comma', 'semicolon', 'line']).default('any'),
  /** Which of several values stays where one may stand; `joined` writes all of them into one text. */
  several: z.enum(['first', 'last', 'joined']).default('joined'),
  /** In which order days are written with slashes or dots. */
  dates: z.enum(['day_first', 'month_first']).default('day_first'),
  /** What stands before decimals; `any` tells it by the number itself. */
  decimals: z.enum(['any', 'point', 'comma']).default('any'),
  /** What becomes of values that fit nothing: they stay for somebody to mend, are taken out, or get another value. */
  otherwise: z.enum(['keep', 'empty', 'value']).default('keep'),
  /** The value that they get. */
  fallback: jsonValueShape.default(null),
});
export type ConversionOptions = Readonly<z.output<typeof conversionOptionsSchema>>;

/** As values are taken over where nobody chose anything. */
export const USUAL_CONVERSION: ConversionOptions = conversionOptionsSchema.parse({});
