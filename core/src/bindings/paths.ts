import type { FieldKind } from '../fields';
import type { CompiledField, CompiledType } from '../model/compiled';
import { entryPaths, entryProperties } from '../model/entry-properties';
import type { Binding } from './binding';

/** One place a binding can point to, with what a picker shows of it. */
export interface PathOption {
  readonly source: Binding['source'];
  readonly path: string;
  readonly label: string;
  /** The path by keys, as Liquid and the API know it. */
  readonly keys: string;
  /** Null for properties every entry has. */
  readonly kind: FieldKind | null;
  readonly field: CompiledField | null;
}

/** A field with the keys and labels on the way to it. */
interface Seen {
  readonly field: CompiledField;
  readonly keys: readonly string[];
  readonly labels: readonly string[];
}

/** The fields seen at one level: its own, and those within its groups and shapes. Secrets are seen nowhere. */
function seenIn(fields: readonly CompiledField[], around: Seen | null = null): readonly Seen[] {
  return fields
    .filter(({ type }) => !type.confidential)
    .flatMap((field) => {
      const own: Seen = {
        field,
        keys: [...(around?.keys ?? []), field.key],
        labels: [...(around?.labels ?? []), field.label],
      };
      const { holds } = field.type;
      if (holds === 'shape') return seenIn(field.children, own);
      return holds === 'one' ? [own, ...seenIn(field.children, own)] : [own];
    });
}

const fieldOption = (source: Binding['source'], { field, keys, labels }: Seen): PathOption => ({
  source,
  path: field.id,
  label: labels.join(' › '),
  keys: `${source}.${keys.join('.')}`,
  kind: field.type.kind,
  field,
});

/**
 * Lists what a block can be bound to, the nearest scope first.
 * @param type the content type of the template
 * @param repeater the field over whose rows the block stands, or null
 * @returns options in the order of a picker: the row's fields, the entry's own properties, the entry's fields; those of
 *   groups behind their group
 */
export function pathsFrom(type: CompiledType, repeater: CompiledField | null): readonly PathOption[] {
  const rows = repeater ? seenIn(repeater.children).map((seen) => fieldOption('row', seen)) : [];
  const properties = entryPaths.map((path): PathOption => ({
    source: 'entry',
    path,
    label: entryProperties[path].label,
    keys: `entry.${path}`,
    kind: null,
    field: null,
  }));
  return [...rows, ...properties, ...seenIn(type.fields).map((seen) => fieldOption('entry', seen))];
}

/** A binding found in the model: the Liquid expression that reads it, and the field behind it. */
export interface ResolvedPath {
  readonly expression: string;
  /** The path that the display filter knows the field by; null for entry properties. */
  readonly fieldPath: string | null;
  readonly field: CompiledField | null;
}

/** The keys from the entry down to a field. */
function keysTo(field: CompiledField, type: CompiledType): readonly string[] {
  const keys: string[] = [];
  let level = type.fields;
  for (const id of field.ancestors) {
    const above = level.find((each) => each.id === id);
    if (!above) break;
    keys.push(above.key);
    level = above.children;
  }
  return [...keys, field.key];
}

/**
 * Finds what a binding points to.
 * @returns null when the field was removed, turned off, or cannot be seen from there
 * @example resolvePath({ source: 'entry', path: 'title', format: null, fallback: '' }, type, null)?.expression // => 'entry.title'
 */
export function resolvePath(
  { source, path }: Pick<Binding, 'source' | 'path'>,
  type: CompiledType,
  repeater: CompiledField | null,
): ResolvedPath | null {
  if (source === 'entry' && (entryPaths as readonly string[]).includes(path)) {
    return { expression: `entry.${path}`, fieldPath: null, field: null };
  }
  const level = source === 'row' ? (repeater?.children ?? []) : type.fields;
  const seen = seenIn(level).find(({ field }) => field.id === path);
  return (
    (seen && {
      expression: `${source}.${seen.keys.join('.')}`,
      fieldPath: keysTo(seen.field, type).join('.'),
      field: seen.field,
    }) ??
    null
  );
}

/**
 * Finds the rows that a block can go through: a field of the row it stands in, else one of the entry.
 * @param id the field's permanent id
 * @returns null when it is gone, cannot be seen from there, or holds no rows
 */
export function resolveRows(
  id: string,
  type: CompiledType,
  repeater: CompiledField | null,
): ResolvedPath | null {
  const found =
    resolvePath({ source: 'row', path: id }, type, repeater) ??
    resolvePath({ source: 'entry', path: id }, type, repeater);
  return found?.field?.type.rows ? found : null;
}
