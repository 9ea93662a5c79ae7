import type { CompiledField } from './compiled';

interface Ordered {
  readonly ordered: readonly CompiledField[];
  readonly cycles: readonly (readonly string[])[];
}

/**
 * Orders fields so that each stands after those that decide whether it shows, and after the repeater it stands in.
 *
 * A depth-first topological sort. A dependency that closes a cycle is reported and left out of the order.
 *
 * @param fields all fields of a type, children included
 * @param dependencies ids of the fields that decide a field
 * @returns the fields in order, and each cycle as the ids along it
 * @see https://en.wikipedia.org/wiki/Topological_sorting#Depth-first_search
 */
export function orderByDependency(
  fields: readonly CompiledField[],
  dependencies: (field: CompiledField) => readonly string[],
): Ordered {
  const byId = new Map(fields.map((field) => [field.id, field]));
  const done = new Set<string>();
  const onPath: string[] = [];
  const ordered: CompiledField[] = [];
  const cycles: (readonly string[])[] = [];
  const visit = (id: string): void => {
    const field = byId.get(id);
    if (!field || done.has(id)) return;
    const start = onPath.indexOf(id);
    if (start >= 0) {
      cycles.push(onPath.slice(start));
      return;
    }
    onPath.push(id);
    for (const needed of [...field.ancestors, ...dependencies(field)]) visit(needed);
    onPath.pop();
    done.add(id);
    ordered.push(field);
  };
  for (const { id } of fields) visit(id);
  return { ordered, cycles };
}
