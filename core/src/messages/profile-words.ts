import { say } from '../locale/say';
import type { FieldProfile, Spread } from '../profile/profile';
import { numbered, plural } from '../locale/counts';

/** Shows a place on the scale of a field, such as a number with its unit. */
export type ShowPlace = (at: number) => string;

function differentWords({ distinct, distinctMore, values }: FieldProfile): readonly string[] {
  if (distinct === null || values < 2) return [];
  if (distinctMore) return [`More than ${numbered(distinct)} different values`];
  if (distinct === values) return ['No value occurs twice'];
  return [plural(distinct, 'The same value everywhere', `${numbered(distinct)} different values`)];
}

function spreadWords({ least, most, average }: Spread, show: ShowPlace): string {
  return least === most
    ? say`Always ${show(most)}`
    : say`Between ${show(least)} and ${show(most)}, ${show(average)} on average`;
}

/**
 * Says in sentences what a field holds.
 * @param inRows whether it stands in rows, which are what is counted then
 * @param show shows a place on its scale
 * @example profileWords(profile, false, (at) => `${at} m`)
 * // => ['Filled in 204 of 214 entries', 'Between 900 m and 3100 m, 2010 m on average', '181 different values']
 */
export function profileWords(profile: FieldProfile, inRows: boolean, show: ShowPlace): readonly string[] {
  const { places, filled, hidden, scale, lengths, measure } = profile;
  const unit = inRows ? say`places` : say`entries`;
  const told = measure !== 'switches' && measure !== 'rows';
  return [
    places === 0
      ? say`Asked for nowhere yet`
      : say`Filled in ${numbered(filled)} of ${numbered(places)} ${unit}`,
    ...(hidden > 0
      ? [`${numbered(hidden)} more ${plural(hidden, 'holds', 'hold')} a value that is hidden`]
      : []),
    ...(scale ? [spreadWords(scale, show)] : []),
    ...(lengths ? [spreadWords(lengths, (at) => `${numbered(Math.round(at))} characters`)] : []),
    ...(told ? differentWords(profile) : []),
  ];
}
