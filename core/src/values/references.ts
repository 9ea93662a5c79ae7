import type { Scope } from '../evaluation/scope';
import type { Mention } from '../fields/mention';
import type { ReferenceKind } from '../fields/reference';
import { isJsonList, type JsonValue } from '../json';
import type { IssuePath } from '../issues/issue';
import type { CompiledField } from '../model/compiled';
import { walkValues } from './present';

/** One id in an entry's values, and where it stands. */
export interface Reference {
  readonly kind: ReferenceKind;
  readonly id: string;
  readonly field: CompiledField;
  readonly path: IssuePath;
  /** Whether it is named in passing: the value is none the worse for what is gone. */
  readonly inPassing: boolean;
}

/** Whether values of a field may refer to something of a kind, or name it in passing. */
export const mayName = ({ type }: CompiledField, kind: ReferenceKind): boolean =>
  type.refersTo === kind || type.mentioning;

/**
 * Lists what a stored value of a field refers to or names in passing.
 * @example namedBy(wardens, ['e_1']) // => [{ kind: 'entry', id: 'e_1' }]
 */
export function namedBy({ type, behaviour }: CompiledField, value: JsonValue): readonly Mention[] {
  const kind = type.refersTo;
  if (kind === null) return behaviour.mentions(value);
  return (isJsonList(value) ? value : [value]).flatMap((id) =>
    typeof id === 'string' ? [{ kind, id }] : [],
  );
}

/**
 * Lists what the visible values of an entry refer to: media, entries, terms and people, in rows and groups as well, and what
 * they name in passing.
 * @returns each reference in the order of the form
 */
export function referencesOf(fields: readonly CompiledField[], entry: Scope): readonly Reference[] {
  const found: Reference[] = [];
  walkValues(fields, entry, (field, value, path) => {
    const inPassing = field.type.refersTo === null;
    for (const mention of namedBy(field, value)) found.push({ ...mention, field, path, inPassing });
  });
  return found;
}

/** The ids of one kind, each once. */
export function idsOf(references: readonly Reference[], kind: ReferenceKind): readonly string[] {
  return [...new Set(references.filter((each) => each.kind === kind).map(({ id }) => id))];
}
