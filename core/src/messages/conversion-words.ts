import type { Loss } from '../conversions/form';
import { say } from '../locale/say';
import type { ConversionOptions } from '../model/changes/conversion-options';

/** What is lost on the way to another type, as it is told of some values. */
export const lossWords: Readonly<Record<Loss, string>> = {
  formatting: say`Formatting is left out; the text stays.`,
  line_breaks: say`Line breaks become spaces.`,
  time_of_day: say`The time of day is left out.`,
  day: say`The day is left out.`,
  midnight_assumed: say`Midnight in UTC is taken, for no time stands there.`,
  either_number: say`A comma or point may stand before decimals or between thousands.`,
  words_around: say`Words beside the number are left out.`,
  details: say`Words or an address beside it are left out.`,
  reference: say`The name stays; it leads nowhere any more.`,
  similar: say`The choice is taken that is written most alike.`,
  other_values: say`Only one of several values stays.`,
  other_rows: say`Only the first row stays.`,
};

/** What there is to choose, and between what. */
export const optionWords: {
  readonly [Name in Exclude<keyof ConversionOptions, 'fallback'>]: {
    readonly label: string;
    readonly choices: Readonly<Record<ConversionOptions[Name], string>>;
  };
} = {
  dates: {
    label: say`Days are written`,
    choices: { day_first: say`day, month, year`, month_first: say`month, day, year` },
  },
  decimals: {
    label: say`Before decimals stands`,
    choices: { any: say`a point or a comma`, point: say`a point`, comma: say`a comma` },
  },
  separator: {
    label: say`Between several values stands`,
    choices: {
      any: say`whatever separates them`,
      none: say`nothing: each text is one value`,
      comma: say`a comma`,
      semicolon: say`a semicolon`,
      line: say`a new line`,
    },
  },
  several: {
    label: say`Of several values`,
    choices: {
      joined: say`all are written as one text, else the first stays`,
      first: say`the first stays`,
      last: say`the last stays`,
    },
  },
  otherwise: {
    label: say`What fits nothing`,
    choices: {
      keep: say`stays, to be mended by hand`,
      empty: say`is emptied`,
      value: say`becomes another value`,
    },
  },
};
