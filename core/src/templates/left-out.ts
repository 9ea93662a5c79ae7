import type { CompiledField, CompiledType } from '../model/compiled';
import type { PathContext } from '../paths/standing';
import { fieldsOf, pathFromText } from '../paths/text';
import { referencesOf } from './references';
import { seatsOf } from './seats';
import type { Block } from './template';
import { valueOptions, type ValueOption } from './value-options';
import { standingBlocks } from './walk';

const withDescendants = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.children.flatMap(withDescendants),
];

/** The fields that blocks show, by their ids. */
function shownBy(blocks: readonly Block[], type: CompiledType, context: PathContext): ReadonlySet<string> {
  return new Set(
    standingBlocks(blocks, seatsOf(type), context).flatMap(({ block, seats }) =>
      referencesOf(block, seats, context).flatMap(({ path }) => fieldsOf(pathFromText(path) ?? [])),
    ),
  );
}

/**
 * Lists the values of an entry that a page of blocks leaves out: neither they nor anything in them is shown. What is kept out
 * of the API too is meant to stay inside.
 * @param blocks the page, as it stands
 * @returns what can be put on it, in the order of the form
 * @example leftOut([], hut, onPages(model)).map(({ path }) => path.label) // => ['Altitude', …]
 */
export function leftOut(
  blocks: readonly Block[],
  type: CompiledType,
  context: PathContext,
): readonly ValueOption[] {
  const shown = shownBy(blocks, type, context);
  const missing = new Set(
    type.fields
      .filter(({ field }) => field.inApi)
      .filter((field) => !withDescendants(field).some(({ id }) => shown.has(id)))
      .flatMap((field) => (field.type.holds === 'one' ? field.children : [field]))
      .map(({ id }) => id),
  );
  return valueOptions(seatsOf(type), context, 0).filter(
    ({ place, found: { field } }) => field !== null && missing.has(field.id) && place.path.endsWith(field.id),
  );
}
