import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { Field, FieldGroup } from '@tovlet/core/model/document';
import { findField, withDescendants } from '@tovlet/core/model/tree';
import type { ModelDocument } from '@tovlet/core/model/document';
import { takesFields } from './sheet-rows';

export type Direction = 'up' | 'down' | 'into' | 'out';

const DIRECTIONS: Readonly<Record<string, Direction>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowRight: 'into',
  ArrowLeft: 'out',
};

/** Where an arrow moves fields; undefined for other keys. */
export const directionOf = (key: string): Direction | undefined => DIRECTIONS[key];

/** Fields without those that stand under others of them: what is done to these is done to those as well. */
export function topmost(document: ModelDocument, ids: readonly string[]): readonly Field[] {
  const fields = ids.flatMap((id) => findField(document, id)?.field ?? []);
  const under = new Set(
    fields.flatMap((field) =>
      withDescendants(field)
        .slice(1)
        .map(({ id }) => id),
    ),
  );
  return fields.filter(({ id }) => !under.has(id));
}

/**
 * Makes the changes that move fields one step: up and down among their siblings, into what stands above, out of what they
 * stand in.
 * @param ids fields in the order of the sheet
 * @returns none where they cannot be moved so; null where they do not stand beside each other
 */
export function movesOf(
  document: ModelDocument,
  group: FieldGroup,
  ids: readonly string[],
  direction: Direction,
): readonly ModelChange[] | null {
  const fields = topmost(document, ids);
  const parents = new Set(fields.map(({ id }) => findField(document, id)?.ancestors.at(-1)?.id ?? null));
  const [parent = null] = parents;
  if (parents.size > 1) return null;
  const owner = parent === null ? null : findField(document, parent);
  const siblings = owner?.field.fields ?? group.fields;
  const places = siblings.flatMap((field, at) => (fields.includes(field) ? [at] : []));
  const move = (field: string, to: string | null, index: number): ModelChange => ({
    kind: 'move_field',
    field,
    group: group.id,
    parent: to,
    index,
  });
  const id = (at: number): string => siblings[at]?.id ?? '';
  if (direction === 'up')
    return places.flatMap((at, nth) => (at > nth ? [move(id(at), parent, at - 1)] : []));
  if (direction === 'down') {
    const last = siblings.length - 1;
    return [...places]
      .reverse()
      .flatMap((at, nth) => (at < last - nth ? [move(id(at), parent, at + 1)] : []));
  }
  if (direction === 'out') {
    if (!owner) return [];
    const grand = owner.ancestors.at(-1)?.id ?? null;
    return places.map((at, nth) => move(id(at), grand, owner.index + 1 + nth));
  }
  const before = siblings[(places[0] ?? 0) - 1];
  if (!before || !takesFields(before)) return [];
  return places.map((at, nth) => move(id(at), before.id, before.fields.length + nth));
}
