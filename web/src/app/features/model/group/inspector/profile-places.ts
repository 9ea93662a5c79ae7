import { displayLocale } from '@tovlet/core/locale/display-locale';
import { plural } from '@tovlet/core/locale/counts';
import type { CompiledField } from '@tovlet/core/model/compiled';
import type { ShowPlace } from '@tovlet/core/messages/profile-words';
import type { MeasureKind } from '@tovlet/core/profile/measures/index';

const dayWords = (time: number): string =>
  new Intl.DateTimeFormat(displayLocale(), { dateStyle: 'medium', timeZone: 'UTC' }).format(time);
const rounded = (at: number): number => Number(at.toPrecision(4));

/** A number as the field itself shows it, with its unit. */
function withUnit({ behaviour, type }: CompiledField, at: number): string {
  const displayed = behaviour.display(type.list ? [rounded(at)] : rounded(at), undefined);
  return 'text' in displayed && displayed.text !== '' ? displayed.text : String(rounded(at));
}

/** How places on the scale of a field are shown: days as dates, rows by how many, numbers with their unit. */
export function showsPlace(field: CompiledField, measure: MeasureKind): ShowPlace {
  if (measure === 'days') return dayWords;
  if (measure === 'rows') return (at) => `${rounded(at)} ${plural(at, 'row', 'rows')}`;
  return (at) => withUnit(field, at);
}
