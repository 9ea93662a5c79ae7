import * as z from 'zod';
import { say } from '../locale/say';
import { lookSchema, plainLook } from './look';

const id = z.string().min(1).max(60);

/** Addresses that links may lead to: what a browser would run is none. */
const ADDRESS = /^(?:https?:\/\/|mailto:|tel:|\/)\S*$/i;

const targetSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('start') }),
  z.strictObject({ kind: z.literal('search') }),
  z.strictObject({ kind: z.literal('list'), type: id }),
  z.strictObject({ kind: z.literal('entry'), entry: id }),
  z.strictObject({
    kind: z.literal('address'),
    address: z
      .string()
      .trim()
      .max(2000)
      .regex(ADDRESS, { message: 'An address begins with https://, mailto:, tel: or a slash.' }),
  }),
]);

/** Where a line of a menu leads. */
export type MenuTarget = Readonly<z.infer<typeof targetSchema>>;

const itemSchema = z.strictObject({
  /** Its words; empty for those of what it leads to. */
  label: z.string().trim().max(100),
  to: targetSchema,
});

/** A line of a menu. */
export type MenuItem = Readonly<z.infer<typeof itemSchema>>;

export const MENU_LIMIT = 30;

const menuSchema = z
  .array(itemSchema)
  .max(MENU_LIMIT, { message: say`A menu has up to ${MENU_LIMIT} lines.` })
  .readonly();

export const frameSchema = z.strictObject({
  /** A picture of the media; null for the name alone. */
  logo: id.nullable(),
  /** What the head of all pages leads to; null for the lists of all types. */
  menu: menuSchema.nullable(),
  footerMenu: menuSchema,
  /** What stands at the foot of all pages, line by line. */
  footer: z.string().trim().max(2000),
  look: lookSchema,
});

/** What stands around all pages of the site, and how they look. */
export type Frame = Readonly<z.infer<typeof frameSchema>>;

/** A frame of which nothing was chosen. */
export const plainFrame: Frame = { logo: null, menu: null, footerMenu: [], footer: '', look: plainLook };
