import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { destinationsOf, gatheredDestinations } from '@tovlet/core/transfer/destinations';
import { importColumns, type ImportColumn } from '@tovlet/core/transfer/import-columns';
import type { ImportRecipe } from '@tovlet/core/transfer/recipe';
import type { ImportRecord, ImportRunRecord } from '../db/schema';
import { typeOrRefuse } from '../entries/fits';

/** What rows are that were gathered from a package of tables. */
export interface Gathered {
  /** The package, by which their keys are known. */
  readonly origin: string;
  /** The move that they come with. */
  readonly move: string;
  /** The type as it is in the database; null where it is only planned. */
  readonly stored: CompiledType | null;
}

/** What rows are looked at by: the import as it was matched, and the model of the moment. */
export interface ImportContext {
  readonly id: string;
  readonly phase: ImportRunRecord['phase'];
  readonly recipe: ImportRecipe;
  readonly columns: readonly ImportColumn[];
  readonly person: PersonSummary;
  readonly model: CompiledModel;
  readonly type: CompiledType;
  /** Null for the rows of a file by itself. */
  readonly gathered: Gathered | null;
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
  gathered: Gathered | null = null,
): ImportContext {
  const type = typeOrRefuse(model, typeId);
  const destinations = (gathered ? gatheredDestinations : destinationsOf)(type, person.role);
  const columns = importColumns(type, recipe, person.role, destinations);
  return { id, phase, recipe, columns, person, model, type, gathered };
}
