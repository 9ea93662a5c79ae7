import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { importColumns, type ImportColumn } from '@tovlet/core/transfer/import-columns';
import type { ImportRecipe } from '@tovlet/core/transfer/recipe';
import type { ImportRecord, ImportRunRecord } from '../db/schema';
import { typeOrRefuse } from '../entries/fits';

/** What rows are looked at by: the import as it was matched, and the model of the moment. */
export interface ImportContext {
  readonly id: string;
  readonly phase: ImportRunRecord['phase'];
  readonly recipe: ImportRecipe;
  readonly columns: readonly ImportColumn[];
  readonly person: PersonSummary;
  readonly model: CompiledModel;
  readonly type: CompiledType;
}

/**
 * Puts together what rows are looked at by.
 * @throws ProblemException where their type is gone
 */
export function contextOf(
  { id, recipe, typeId }: Pick<ImportRecord, 'id' | 'recipe' | 'typeId'>,
  phase: ImportRunRecord['phase'],
  person: PersonSummary,
  model: CompiledModel,
): ImportContext {
  const type = typeOrRefuse(model, typeId);
  return { id, phase, recipe, columns: importColumns(type, recipe, person.role), person, model, type };
}
