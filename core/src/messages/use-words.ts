import { inSentence, say } from '../locale/say';
import type { UsePlace } from '../uses/uses';
import type { CompiledModel } from '../model/compiled';

/** How each kind of place reads; exhaustive over the kinds. */
const words: {
  readonly [Kind in UsePlace['kind']]: (
    place: Extract<UsePlace, { kind: Kind }>,
    model: CompiledModel,
  ) => string;
} = {
  shown_when: ({ field }, model) => say`Decides whether “${labelOf(field, model)}” shows`,
  page_order: ({ type }, model) => say`Page order of ${singularOf(type, model)}`,
  template: ({ type, template }, model) => {
    const own = model.typeById.get(type)?.contentType.templates.find(({ id }) => id === template);
    return own
      ? say`Template “${own.label}” of ${singularOf(type, model)}`
      : say`Template of ${singularOf(type, model)}`;
  },
  list_column: ({ type }, model) => say`Column in the list of ${pluralOf(type, model)}`,
  computed: ({ field }, model) => say`Read by the computed value “${labelOf(field, model)}”`,
  rule: ({ group, rule }, model) => {
    const found = model.groups.get(group)?.rules.find(({ id }) => id === rule);
    return say`Read by the rule “${found?.message ?? say`a removed rule`}”`;
  },
  mirror: ({ field }, model) => say`Mirror of “${labelOf(field, model)}”`,
  row_label: ({ field }, model) => say`Names the rows of “${labelOf(field, model)}”`,
};

const labelOf = (id: string, model: CompiledModel): string =>
  model.fields.get(id)?.label ?? say`a removed field`;
const singularOf = (id: string, model: CompiledModel): string =>
  model.subjectById.get(id)?.contentType.singular ?? say`a removed type`;
const pluralOf = (id: string, model: CompiledModel): string =>
  inSentence(model.typeById.get(id)?.contentType.plural) ?? say`a removed type`;

function wordsFor<Kind extends UsePlace['kind']>(
  place: Extract<UsePlace, { kind: Kind }>,
  kind: Kind,
  model: CompiledModel,
): string {
  return words[kind](place, model);
}

/**
 * Puts a use of a field into words.
 * @example useWords({ kind: 'list_column', type: 't_hut' }, model) // => 'Column in the list of huts'
 */
export function useWords(place: UsePlace, model: CompiledModel): string {
  return wordsFor<UsePlace['kind']>(place, place.kind, model);
}
