import type { CompiledField } from '../../model/compiled';
import type { Measure } from '../measure';
import { days } from './days';
import { groups } from './groups';
import { longTexts } from './long-texts';
import { numbers } from './numbers';
import { references } from './references';
import { rows } from './rows';
import { secrets } from './secrets';
import { switches } from './switches';
import { words } from './words';

/** All measures; the first that fits a field is taken, so the most special ones come first. */
const measures = [secrets, rows, groups, references, switches, numbers, days, longTexts, words] as const;
export type MeasureKind = (typeof measures)[number]['kind'];

/** Finds the measure of a field. */
export function measureOf(field: CompiledField): Measure<MeasureKind> {
  return measures.find((measure) => measure.fits(field)) ?? words;
}
