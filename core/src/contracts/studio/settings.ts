import * as z from 'zod';

/** Tells whether a text names a language as BCP 47 does. @see https://www.rfc-editor.org/info/bcp47 */
function isLanguage(text: string): boolean {
  try {
    return Intl.getCanonicalLocales(text).length === 1;
  } catch {
    return false;
  }
}

/** Tells whether a text names a time zone. @see https://www.iana.org/time-zones */
function isTimeZone(text: string): boolean {
  try {
    return (
      new Intl.DateTimeFormat('en', { timeZone: text }).resolvedOptions().timeZone !== '' &&
      !/^[+-]/.test(text)
    );
  } catch {
    return false;
  }
}

/** Tells whether a text is a web address without anything behind its host. @see https://www.rfc-editor.org/rfc/rfc6454 */
const isOrigin = (text: string): boolean =>
  URL.canParse(text) && /^https?:$/.test(new URL(text).protocol) && new URL(text).origin === text;

const BIN_DAYS = 'Give a whole number of days from 1 to 3650.';

export const settingsSaveSchema = z.strictObject({
  version: z.int().min(1),
  name: z.string().trim().min(1, { message: 'Give the workspace a name.' }).max(100),
  /** The language of the public site, as BCP 47 writes it. */
  language: z
    .string()
    .trim()
    .max(35)
    .refine(isLanguage, { message: 'A language is written like en, de or pt-BR.' }),
  /** The entry whose page is shown first; null for a plain index of what is published. */
  startPage: z.string().max(60).nullable(),
  /** Under which address the site is reached from outside, as search engines are to know it; null where none is set. */
  siteAddress: z
    .string()
    .trim()
    .transform((text) => text.replace(/\/+$/, ''))
    .refine((text) => text === '' || isOrigin(text), {
      message: 'An address is written like https://huts.example, without anything behind it.',
    })
    .transform((text) => (text === '' ? null : text))
    .nullable(),
  /** For how many days what was deleted can be brought back. */
  binDays: z.coerce
    .number({ message: BIN_DAYS })
    .int({ message: BIN_DAYS })
    .min(1, { message: BIN_DAYS })
    .max(3650, { message: BIN_DAYS }),
  /** Where set times are meant, by its IANA name. */
  timeZone: z
    .string()
    .trim()
    .refine(isTimeZone, { message: 'A time zone is written like Europe/Berlin or UTC.' }),
});
export type SettingsSave = z.input<typeof settingsSaveSchema>;

/** What is set for the workspace as a whole. */
export type SettingsAnswer = Readonly<z.output<typeof settingsSaveSchema>>;
