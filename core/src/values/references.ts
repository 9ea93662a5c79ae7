import type { Scope } from '../evaluation/scope';
import type { ReferenceKind } from '../fields/reference';
import { isJsonList } from '../json';
import type { IssuePath } from '../issues/issue';
import type { CompiledField } from '../model/compiled';
import { walkValues } from './present';

/** One id in an entry's values, and where it stands. */
export interface Reference {
  readonly kind: ReferenceKind;
  readonly id: string;
  readonly field: CompiledField;
  readonly path: IssuePath;
}

/**
 * Lists what the visible values of an entry refer to: media, entries, terms and people, in rows and groups as well.
 * @returns each reference in the order of the form
 */
export function referencesOf(fields: readonly CompiledField[], entry: Scope): readonly Reference[] {
  const found: Reference[] = [];
  walkValues(fields, entry, (field, value, path) => {
    const kind = field.type.refersTo;
    if (kind === null) return;
    for (const id of isJsonList(value) ? value : [value]) {
      if (typeof id === 'string') found.push({ kind, id, field, path });
    }
  });
  return found;
}

/** The ids of one kind, each once. */
export function idsOf(references: readonly Reference[], kind: ReferenceKind): readonly string[] {
  return [...new Set(references.filter((each) => each.kind === kind).map(({ id }) => id))];
}
