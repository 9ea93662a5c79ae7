import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { pathFromKeys } from '../paths/from-keys';
import { isPathProblem, resolvePath } from '../paths/resolve';
import { onPages } from './seats';

function fieldOf(keys: string, type: CompiledType, model: CompiledModel): CompiledField | null {
  const context = onPages(model);
  const from = { kind: type.kind, types: [type] };
  const path = pathFromKeys(keys, from, context);
  if ('problem' in path) return null;
  const found = resolvePath(path, from, context);
  return !isPathProblem(found) && found.end.kind === 'field' ? found.end.field : null;
}

/** Fields by model, type and keys: a template asks for the same ones in every row. */
const known = new WeakMap<CompiledModel, Map<string, CompiledField | null>>();

/**
 * Finds the field that the filter `display` writes as.
 * @param keys the way from the entry of the page, such as `prices.guest` or `wardens.languages`
 * @returns null where there is none that pages see
 */
export function displayField(keys: string, type: CompiledType, model: CompiledModel): CompiledField | null {
  const ofModel = known.get(model) ?? new Map<string, CompiledField | null>();
  known.set(model, ofModel);
  const name = `${type.contentType.id} ${keys}`;
  const before = ofModel.get(name);
  if (before !== undefined) return before;
  const found = fieldOf(keys, type, model);
  if (ofModel.size > 5_000) ofModel.clear();
  ofModel.set(name, found);
  return found;
}
