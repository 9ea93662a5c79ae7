import * as z from 'zod';
import { styleNames, type StyleName } from './names';

/** Widths for which a block can look otherwise: every one, and what is set for a phone beside that. */
export const styleWidths = ['all', 'phone'] as const;
export type StyleWidth = (typeof styleWidths)[number];

const chosenSchema = z.partialRecord(z.enum(styleNames), z.string().max(20)).readonly();

/** How a block looks: the option chosen of each respect, by width. */
export const blockStyleSchema = z.strictObject({
  all: chosenSchema.optional(),
  phone: chosenSchema.optional(),
});
export type BlockStyle = Readonly<z.infer<typeof blockStyleSchema>>;

/**
 * Chooses how a block looks in one respect.
 * @param value null for as it is anyhow
 * @returns undefined where nothing is left that is chosen
 */
export function withStyle(
  style: BlockStyle | undefined,
  width: StyleWidth,
  name: StyleName,
  value: string | null,
): BlockStyle | undefined {
  const before = Object.entries(style?.[width] ?? {}).filter(([each]) => each !== name);
  const chosen = Object.fromEntries(value === null ? before : [...before, [name, value]]);
  const others = Object.entries(style ?? {}).filter(([each]) => each !== width);
  const widths = Object.keys(chosen).length > 0 ? [...others, [width, chosen] as const] : others;
  return widths.length > 0 ? Object.fromEntries(widths) : undefined;
}
