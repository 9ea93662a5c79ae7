import type { ConversionOptions } from '../../model/changes/conversion-options';
import { asTyped, type Target, type TargetField } from './target';
import type { Taken } from '../form';

const two = (text: string | undefined): string => (text ?? '').padStart(2, '0');

/**
 * Reads a day that is written with slashes, dots or dashes.
 * @returns it as ISO 8601 has it, whether the calendar has such a day or not; undefined for what is none
 * @example dayIn('3/7/1927', 'day_first') // => '1927-07-03'
 */
export function dayIn(text: string, order: ConversionOptions['dates']): string | undefined {
  const parts = /^\s*(\d{1,2})[./-]\s?(\d{1,2})[./-]\s?(\d{4})\s*$/.exec(text);
  if (!parts) return undefined;
  const [day, month] = order === 'day_first' ? [parts[1], parts[2]] : [parts[2], parts[1]];
  return `${parts[3]}-${two(month)}-${two(day)}`;
}

/** The day that a text says; what has a time behind it says more than that. */
function dayOf(text: string, { behaviour, options }: TargetField): Taken | undefined {
  const written = dayIn(text, options.dates);
  const value = behaviour.coerce(written ?? text);
  if (typeof value !== 'string') return undefined;
  return { value, losses: written === undefined && /\d:\d\d/.test(text) ? ['time_of_day'] : [] };
}

/** A day of the calendar. */
export const day: Target = {
  day: ({ day: value }) => ({ value }),
  text: ({ text }, field) => dayOf(text, field),
};

const midnight = (value: string): Taken => ({ value: `${value}T00:00:00Z`, losses: ['midnight_assumed'] });

/** A moment: of a day alone it is where that begins, in UTC. */
export const moment: Target = {
  moment: ({ moment: value }) => ({ value }),
  day: ({ day: value }) => midnight(value),
  text(form, field) {
    const taken = asTyped(form, field);
    if (taken) return taken;
    const written = dayIn(form.text, field.options.dates) ?? form.text.trim();
    return /^\d{4}-\d{2}-\d{2}$/.test(written) ? midnight(written) : undefined;
  },
};

/** A time of day. */
export const time: Target = { time: ({ time: value }) => ({ value }), text: asTyped };
