import type { CompiledModel } from '../model/compiled';
import { usesOf, type SavedTemplates, type UsesIndex } from '../uses/uses';

/** What the checks look at: the model, the templates, and who uses which field. */
export interface CheckSubject {
  readonly model: CompiledModel;
  readonly templates: SavedTemplates;
  /** Made when the first check asks for it. */
  readonly uses: UsesIndex;
}

/** Puts together what the checks look at. */
export function checkSubject(model: CompiledModel, templates: SavedTemplates): CheckSubject {
  let uses: UsesIndex | null = null;
  return {
    model,
    templates,
    get uses() {
      uses ??= usesOf(model, templates);
      return uses;
    },
  };
}
