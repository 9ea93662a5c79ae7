import type { FieldKind } from '../fields';
import type { CompiledField, CompiledType } from '../model/compiled';
import { entryPaths, type Binding, type EntryPath } from './binding';

const ENTRY_LABELS: Readonly<Record<EntryPath, string>> = {
  title: 'Title',
  slug: 'Slug',
  url: 'Page address',
  published_at: 'Published',
  updated_at: 'Updated',
};

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

const fieldOption = (source: Binding['source'], field: CompiledField): PathOption => ({
  source,
  path: field.id,
  label: field.label,
  keys: `${source}.${field.key}`,
  kind: field.type.kind,
  field,
});

/**
 * Lists what a block can be bound to, the nearest scope first.
 * @param type the content type of the template
 * @param repeater the repeater over whose rows the block stands, or null
 * @returns options in the order of a picker: the row's fields, the entry's own properties, the entry's fields
 */
export function pathsFrom(type: CompiledType, repeater: CompiledField | null): readonly PathOption[] {
  const rows = repeater?.children.map((child) => fieldOption('row', child)) ?? [];
  const properties = entryPaths.map((path): PathOption => ({
    source: 'entry',
    path,
    label: ENTRY_LABELS[path],
    keys: `entry.${path}`,
    kind: null,
    field: null,
  }));
  return [...rows, ...properties, ...type.fields.map((field) => fieldOption('entry', field))];
}

/** A binding found in the model: the Liquid expression that reads it, and the field behind it. */
export interface ResolvedPath {
  readonly expression: string;
  /** The path that the display filter knows the field by; null for entry properties. */
  readonly fieldPath: string | null;
  readonly field: CompiledField | null;
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
  if (source === 'row') {
    const field = repeater?.children.find(({ id }) => id === path);
    return field && repeater
      ? { expression: `row.${field.key}`, fieldPath: `${repeater.key}.${field.key}`, field }
      : null;
  }
  if ((entryPaths as readonly string[]).includes(path)) {
    return { expression: `entry.${path}`, fieldPath: null, field: null };
  }
  const field = type.fields.find(({ id }) => id === path);
  return field ? { expression: `entry.${field.key}`, fieldPath: field.key, field } : null;
}
