import type { Source } from './source';

/** A day of the calendar. */
export const day: Source = (value) =>
  typeof value === 'string'
    ? [
        { form: 'day', day: value },
        { form: 'text', text: value },
      ]
    : [];

/** A moment is also its day and its time, in UTC. */
export const moment: Source = (value) =>
  typeof value === 'string'
    ? [
        { form: 'moment', moment: value },
        { form: 'day', day: value.slice(0, 10), losses: ['time_of_day'] },
        { form: 'time', time: value.slice(11, 16), losses: ['day'] },
        { form: 'text', text: value },
      ]
    : [];

/** A time of day. */
export const time: Source = (value) =>
  typeof value === 'string'
    ? [
        { form: 'time', time: value },
        { form: 'text', text: value },
      ]
    : [];
