import { compileModel } from '../model/compile';
import type { ModelDocument } from '../model/document';
import { runChecks, type CheckFinding } from './index';
import { usesOf, type SavedTemplates, type Use } from '../uses/uses';

/** Everything the checks find out about a model, as plain data that can go from a worker to the page. */
export interface CheckReport {
  readonly findings: readonly CheckFinding[];
  /** Uses by field id. */
  readonly uses: readonly (readonly [string, readonly Use[]])[];
}

/** What a report is made from. */
export interface CheckRequest {
  readonly document: ModelDocument;
  readonly templates: SavedTemplates;
}

/**
 * Checks a model and lists who uses which field.
 * @param request the model document and the saved templates by content type id
 * @returns findings in the order of the checks, and uses by field id
 */
export function reportOf({ document, templates }: CheckRequest): CheckReport {
  const model = compileModel(document);
  return { findings: runChecks(model, templates), uses: [...usesOf(model, templates)] };
}
