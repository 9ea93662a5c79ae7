import type { JsonObject } from '../json';
import { date } from './date/date';
import type { SettledFieldType } from './field-type';
import { longText } from './long_text/long_text';
import { mixedList } from './mixed_list/mixed_list';
import { money } from './money/money';
import { number } from './number/number';
import { repeater } from './repeater/repeater';
import type { RowLimits } from './repeater/row-limits';
import { richText } from './rich_text/rich_text';
import { slider } from './slider/slider';
import { text } from './text/text';

/** What of a field tells its settings. */
export interface Settled {
  readonly kind: string;
  readonly settings: JsonObject;
}

/**
 * Reads the settings of a field where it is of a type.
 * @returns the settings with every default; null for fields of other types
 * @example settingsOf(relation, { kind: 'relation', settings: {} })?.onDelete // => 'clear'
 */
export function settingsOf<Settings>(
  type: SettledFieldType<string, Settings>,
  { kind, settings }: Settled,
): Settings | null {
  return kind === type.kind ? type.read(settings) : null;
}

/** The least and most that a number or day may be; null for fields without such limits. */
export const boundsOf = (
  field: Settled,
): { readonly min: number | string | null; readonly max: number | string | null } | null =>
  settingsOf(number, field) ??
  settingsOf(money, field) ??
  settingsOf(slider, field) ??
  settingsOf(date, field);

/** How many rows there may be; null for fields without rows. */
export const rowLimitsOf = (field: Settled): RowLimits | null =>
  settingsOf(repeater, field) ?? settingsOf(mixedList, field);

/** The most characters of a text; null where it is not limited. */
export const mostCharactersOf = (field: Settled): number | null =>
  (settingsOf(text, field) ?? settingsOf(longText, field) ?? settingsOf(richText, field))?.maxLength ?? null;

/** The pattern that a text has to fit; empty where there is none. */
export const patternOf = (field: Settled): string => settingsOf(text, field)?.pattern ?? '';
