import type { ProblemError } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { canBeKey, destinationsOf } from '@tovlet/core/transfer/destinations';
import type { ImportRecipe } from '@tovlet/core/transfer/recipe';
import { ProblemException } from '../http/problem';

/** What is wrong with where columns go. */
function problemsOf(type: CompiledType, role: Role, { columns, key }: ImportRecipe): readonly ProblemError[] {
  const byId = new Map(destinationsOf(type, role).map((each) => [each.id, each]));
  const seen = new Set<string>();
  const errors = columns.flatMap(({ to, column }, at): readonly ProblemError[] => {
    if (to === null) return [];
    const path = `/recipe/columns/${at}/to`;
    const known = byId.get(to);
    if (!known) return [{ path, message: `“${column}” goes to what is not there, or cannot be written.` }];
    if (seen.has(to)) return [{ path, message: `Two columns go to ${known.label}.` }];
    seen.add(to);
    return [];
  });
  if (key === null) return errors;
  const own = byId.get(key);
  if (!own || !canBeKey(own) || !seen.has(key))
    return [...errors, { path: '/recipe/key', message: 'No column goes to what entries are found by.' }];
  return errors;
}

/**
 * Makes sure that columns go to what is there, none to the same, and that entries can be found by the key.
 * @throws ProblemException with each place that is wrong
 */
export function assertRecipe(type: CompiledType, role: Role, recipe: ImportRecipe): void {
  const errors = problemsOf(type, role, recipe);
  if (errors.length > 0) throw new ProblemException('invalid', errors[0]?.message ?? '', errors);
}
