import { fieldTypeOf, type FieldKind } from '../fields/index';
import type { ConversionOptions } from '../model/changes/conversion-options';
import type { CompiledField } from '../model/compiled';

const NUMBERS: readonly FieldKind[] = ['number', 'slider', 'money'];
const DAYS: readonly FieldKind[] = ['date', 'date_time'];
const WRITTEN: readonly FieldKind[] = [
  'text',
  'long_text',
  'rich_text',
  'code',
  'one_choice',
  'several_choices',
];
const LISTS: readonly FieldKind[] = ['several_choices', 'gallery'];

const holdsSeveral = ({ type }: CompiledField): boolean => type.list || LISTS.includes(type.kind);

/**
 * Lists what there is to choose when one field becomes another, for the values alone do not tell it.
 * @returns the names of options, in the order in which they are asked for
 * @example optionNames(text, number) // => ['decimals', 'otherwise']
 */
export function optionNames(
  before: CompiledField,
  after: CompiledField,
): readonly (keyof ConversionOptions)[] {
  const [from, to] = [before.type.kind, after.type.kind];
  if (fieldTypeOf(to).holds !== null || fieldTypeOf(to).valueless) return [];
  const isWritten = WRITTEN.includes(from);
  const asked: readonly [keyof ConversionOptions, boolean][] = [
    ['dates', isWritten && DAYS.includes(to)],
    ['decimals', isWritten && NUMBERS.includes(to)],
    ['separator', isWritten && holdsSeveral(after) && !holdsSeveral(before)],
    ['several', holdsSeveral(before) && !holdsSeveral(after)],
    ['otherwise', true],
  ];
  return asked.filter(([, isAsked]) => isAsked).map(([name]) => name);
}
