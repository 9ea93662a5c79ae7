import { PROGRAMS, PROGRAMS_WITH_DRAFTS, type Audience } from '../access/audience';
import type { CompiledModel, CompiledType } from '../model/compiled';

/**
 * Which entries may be read over the APIs: those of types that are public, of all types, or of some that were named, whether they are
 * public or not. Some read drafts as well.
 */
export type ReadScope =
  | { readonly kind: 'public' }
  | { readonly kind: 'all'; readonly drafts?: boolean }
  | { readonly kind: 'types'; readonly ids: readonly string[]; readonly drafts?: boolean };

export const PUBLIC: ReadScope = { kind: 'public' };
export const ALL: ReadScope = { kind: 'all' };

/** Tells a scope from others, as a text. */
export const scopeKey = (scope: ReadScope): string => {
  const types = scope.kind === 'types' ? [...scope.ids].sort().join(' ') : scope.kind;
  return readsDrafts(scope) ? `${types} with drafts` : types;
};

/** Whether drafts are read as well. */
export const readsDrafts = (scope: ReadScope): boolean => scope.kind !== 'public' && scope.drafts === true;

/** For whom something is read by a part of a model. */
export const readersOf = ({ drafts }: Pick<CompiledModel, 'drafts'>): Audience =>
  drafts ? PROGRAMS_WITH_DRAFTS : PROGRAMS;

const isWithin = ({ contentType }: CompiledType, scope: ReadScope): boolean => {
  if (scope.kind === 'all') return true;
  return scope.kind === 'public' ? contentType.features.publicApi : scope.ids.includes(contentType.id);
};

const known = new WeakMap<CompiledModel, Map<string, CompiledModel>>();

function scoped(whole: CompiledModel, scope: ReadScope): CompiledModel {
  const model = readsDrafts(scope) ? { ...whole, drafts: true } : whole;
  const types = model.types.filter((type) => isWithin(type, scope));
  if (types.length === model.types.length) return model;
  const kept = new Set(types);
  const within = <Key>(map: ReadonlyMap<Key, CompiledType>): ReadonlyMap<Key, CompiledType> =>
    new Map([...map].filter(([, type]) => kept.has(type) || model.subjects.includes(type)));
  const ids = new Set(types.map(({ contentType }) => contentType.id));
  return {
    ...model,
    document: {
      ...model.document,
      contentTypes: model.document.contentTypes.filter(({ id }) => ids.has(id)),
    },
    types,
    typeById: within(model.typeById),
    subjectById: within(model.subjectById),
    typeByKey: within(model.typeByKey),
    typeByPluralKey: within(model.typeByPluralKey),
    scoped: true,
  };
}

/**
 * The part of a model that may be read: everything that is made of it, schemas, paths, filters and answers alike, knows nothing of the
 * rest. What refers to entries of other types refers to nothing.
 * @returns the model itself where all of it may be read
 * @example modelWithin(model, PUBLIC).typeByKey.has('internal_note') // => false
 */
export function modelWithin(model: CompiledModel, scope: ReadScope): CompiledModel {
  const parts = known.get(model) ?? new Map<string, CompiledModel>();
  known.set(model, parts);
  const key = scopeKey(scope);
  const part = parts.get(key) ?? scoped(model, scope);
  parts.set(key, part);
  return part;
}
