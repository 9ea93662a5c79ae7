/** A colour as `#1f5f55`, in lower case or not. */
export type HexColor = string;

type Channels = readonly [number, number, number];

const channelsOf = (color: HexColor): Channels => {
  const at = (start: number): number => parseInt(color.slice(start, start + 2), 16);
  return [at(1), at(3), at(5)];
};

const linear = (channel: number): number => {
  const share = channel / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
};

const luminanceOf = (color: HexColor): number => {
  const [red, green, blue] = channelsOf(color);
  return 0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);
};

/**
 * Tells how well one colour is read on another.
 * @returns from 1 for the same to 21 for black on white
 * @see https://www.w3.org/TR/WCAG22/#dfn-contrast-ratio
 * @example contrastOf('#000000', '#ffffff') // => 21
 */
export function contrastOf(color: HexColor, ground: HexColor): number {
  const [one, other] = [luminanceOf(color), luminanceOf(ground)];
  return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
}

/** What text of the usual size needs. @see https://www.w3.org/TR/WCAG22/#contrast-minimum */
export const LEAST_CONTRAST = 4.5;

const mixed = (color: HexColor, into: HexColor, share: number): HexColor => {
  const [from, to] = [channelsOf(color), channelsOf(into)];
  const channels = from.map((channel, at) => Math.round(channel + ((to[at] ?? 0) - channel) * share));
  return `#${channels.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;
};

const STEPS = 50;

/**
 * Finds the colour nearest to one that can be read on a ground: darker or lighter, as little as it takes.
 * @param least the contrast that is wanted
 * @returns the colour itself where it can be read
 * @example readableOn('#ffd54f', '#ffffff') // => '#7f6a27'
 */
export function readableOn(color: HexColor, ground: HexColor, least = LEAST_CONTRAST): HexColor {
  const away = luminanceOf(ground) > 0.18 ? '#000000' : '#ffffff';
  for (let step = 0; step < STEPS; step += 1) {
    const tried = mixed(color, away, step / STEPS);
    if (contrastOf(tried, ground) >= least) return tried;
  }
  return away;
}
