import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { PlannedTables } from '@tovlet/core/packages/planned-changes';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import type { MoveRecord } from '../../db/schema';
import type { Services } from '../../services';

/** A move of a whole site, and what is known of it. */
export interface MoveContext {
  readonly services: Services;
  readonly record: MoveRecord;
  readonly planned: PlannedTables;
  /** The model as it will be. */
  readonly model: CompiledModel;
  /** The model as it is. */
  readonly stored: CompiledModel;
}

/**
 * A table of the package by its name.
 * @throws Error where there is none, which plans are checked for
 */
export function tableOf({ planned: { tables } }: Pick<MoveContext, 'planned'>, name: string): PackageTable {
  const found = tables.find((each) => each.name === name);
  if (!found) throw new Error(`The package has no table ${name}`);
  return found;
}
