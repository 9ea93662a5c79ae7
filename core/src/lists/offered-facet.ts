import { PROGRAMS } from '../access/audience';
import { maySeeUnasked } from '../access/unasked';
import { choicesOf } from '../fields/choices';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { metOn, type PathContext, type Standing } from '../paths/standing';
import { countedOf, everyFacet, type Facet } from '../queries/facets';

/** Something that visitors may narrow a list by. */
export interface OfferedFacet extends Facet {
  readonly field: CompiledField;
  /** What it is called in addresses. */
  readonly parameter: string;
}

/** What a list itself is asked for by, so that a field of such a key is called otherwise. */
const RESERVED: ReadonlySet<string> = new Set(['q', 'sort', 'page']);

/** Keys have no dash: what ends in one and a word is no other field. */
const parameterOf = (keys: string): string => (RESERVED.has(keys) ? `${keys}-value` : keys);

/** For whom the lists of the site are asked: what is not to be filtered by, or not in the APIs, nobody narrows a list by. */
export const listsAsk = (model: CompiledModel): PathContext => ({ model, audience: PROGRAMS });

/** The entries of a type, as the beginning of paths. */
export const listedEntries = (type: CompiledType): Standing => ({ kind: 'entry', types: [type] });

/**
 * Lists everything of a type that entries may be asked for by, of what everybody may see anyhow.
 * @returns facets in the order of the form
 */
export function everyOffered(model: CompiledModel, type: CompiledType): readonly OfferedFacet[] {
  const met = metOn(type, PROGRAMS);
  return everyFacet(listedEntries(type), listsAsk(model)).flatMap((facet): readonly OfferedFacet[] => {
    const found = met.get(facet.column);
    if (!found || ![found.field, ...found.around].every(maySeeUnasked)) return [];
    return [
      { ...facet, label: found.field.publicLabel, field: found.field, parameter: parameterOf(facet.keys) },
    ];
  });
}

/** What is offered hangs on other types as well: it is kept as long as the model is. */
const known = new WeakMap<CompiledModel, Map<CompiledType, readonly OfferedFacet[]>>();

/**
 * Lists what visitors may narrow the list of a type by: what it is filtered by, of what everybody may see anyhow.
 * @returns facets in the order of the form, as many as are counted for one list
 * @example offeredFacets(model, route).map(({ parameter }) => parameter) // => ['start', 'length', 'difficulty']
 */
export function offeredFacets(model: CompiledModel, type: CompiledType): readonly OfferedFacet[] {
  const ofModel = known.get(model) ?? new Map<CompiledType, readonly OfferedFacet[]>();
  known.set(model, ofModel);
  const offered = ofModel.get(type) ?? countedOf(everyOffered(model, type));
  ofModel.set(type, offered);
  return offered;
}

/** Whether a facet's values are ids of something that has a name. */
export const refers = ({ kind }: Pick<Facet, 'kind'>): boolean => kind === 'terms' || kind === 'references';

/** Whether a word of an address is one of a facet's own values: a choice, or one of the two ways of a switch. */
export function isOwnValue({ kind, field }: OfferedFacet, word: string): boolean {
  if (kind === 'switch') return word === 'true' || word === 'false';
  return kind === 'choices' && choicesOf(field.field).some(({ value }) => value === word);
}

/** Whether a facet is narrowed by two ends, and not by values. */
export const hasEnds = ({ kind }: Pick<Facet, 'kind'>): boolean => kind === 'numbers' || kind === 'days';
