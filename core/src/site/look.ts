import * as z from 'zod';
import { readableOn } from './contrast';

/** How large the text of the site is, its headings in proportion. */
export const textSizes = ['small', 'usual', 'large'] as const;
export const corners = ['square', 'soft', 'round'] as const;

export const lookSchema = z.strictObject({
  /** The colour of links and buttons. */
  accent: z.string().regex(/^#[0-9a-f]{6}$/, { message: 'A colour is written like #1f5f55.' }),
  textSize: z.enum(textSizes),
  corners: z.enum(corners),
});

/** How the site looks, in a handful of choices. */
export type Look = Readonly<z.infer<typeof lookSchema>>;

export const plainLook: Look = { accent: '#1f5f55', textSize: 'usual', corners: 'soft' };

/** What pages stand on, in the light and in the dark. */
export const PAPER = { light: '#fbfaf6', dark: '#161b18' } as const;

const SIZES: Readonly<Record<Look['textSize'], string>> = { small: '93.75%', usual: '100%', large: '112.5%' };
const CORNERS: Readonly<Record<Look['corners'], string>> = { square: '0', soft: '6px', round: '14px' };

/** In the dark, colours that can only just be read are tiring. */
const DARK_CONTRAST = 7;

/** The accent as it can be read on pages, in the light and in the dark. */
export const accentsOf = ({
  accent,
}: Pick<Look, 'accent'>): { readonly light: string; readonly dark: string } => ({
  light: readableOn(accent, PAPER.light),
  dark: readableOn(accent, PAPER.dark, DARK_CONTRAST),
});

/**
 * Writes a look as custom properties of style sheets; colours are made readable in the light and in the dark.
 * @example lookStyle(plainLook) // => ':root{--accent:light-dark(#1f5f55,#65908a);--ground:…;font-size:100%;--corner:6px}\n'
 */
export function lookStyle(look: Look): string {
  const { light, dark } = accentsOf(look);
  return `:root{--accent:light-dark(${light},${dark});--ground:light-dark(${light},${dark});font-size:${SIZES[look.textSize]};--corner:${CORNERS[look.corners]}}\n`;
}

/**
 * Reads a look from the address of a style sheet.
 * @returns the usual one where something does not fit
 */
export function lookFrom(parameters: Readonly<Record<string, string>>): Look {
  const { accent, text, corners: corner } = parameters;
  const read = lookSchema.safeParse({ accent: `#${accent ?? ''}`, textSize: text, corners: corner });
  return read.success ? read.data : plainLook;
}

/** Writes a look as what `lookFrom` reads. */
export const lookParameters = ({ accent, textSize, corners: corner }: Look): string =>
  `accent=${accent.slice(1)}&text=${textSize}&corners=${corner}`;
