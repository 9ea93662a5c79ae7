import { shapes } from '@tovlet/core/delivery/shapes/index';
import { liquid } from '@codemirror/lang-liquid';
import type { Extension } from '@codemirror/state';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { listFunctions } from '@tovlet/core/paths/functions/index';
import { pathsFrom } from '@tovlet/core/paths/paths-from';
import type { Standing } from '@tovlet/core/paths/standing';
import { findList } from '@tovlet/core/templates/found-path';
import { pathText } from '@tovlet/core/paths/text';
import { pathFromKeys } from '@tovlet/core/paths/from-keys';
import { onPages, seatsOf } from '@tovlet/core/templates/seats';

const FILTERS = ['display', 'display_each', 'values_at', 'items_at', 'links', 'link_to', 'unlinked', 'day'];

/** The keys that lead on from what keys of an entry lead to: of a thing, else of a picture. */
function keysAfter(keys: readonly string[], type: CompiledType, model: CompiledModel): readonly string[] {
  const context = onPages(model);
  const seats = seatsOf(type);
  const named = (at: Standing): readonly string[] => [
    ...new Set(pathsFrom(at, context, () => true, 1).map(({ path }) => path.keys.split('.')[0] ?? '')),
  ];
  if (keys.length === 0) return named(seats[0].at);
  const path = pathFromKeys(keys.join('.'), seats[0].at, context);
  const list = 'problem' in path ? null : findList(pathText(path), seats, context);
  if (list?.seat.rows) return list.seat.rows.children.map(({ key }) => key);
  if (list) return named(list.seat.at);
  const field = type.byKey.get(keys[0] ?? '');
  return field?.type.shape === 'Image' ? Object.keys(shapes.Image.members) : [];
}

/** Liquid with completion of the values there are for a type, and of what these lead to. */
export function liquidFor(type: CompiledType, model: CompiledModel): Extension {
  const variable = (label: string) => ({ label, type: 'variable' });
  const filters = new Set([...FILTERS, ...listFunctions.map(({ name }) => name)]);
  return liquid({
    variables: [variable(type.kind), variable('site')],
    filters: [...filters].map((label) => ({ label, type: 'function' })),
    tags: [
      { label: 'shown_when', type: 'keyword' },
      { label: 'end_shown_when', type: 'keyword' },
    ],
    properties: ([root, ...keys]) => {
      if (root === 'site' && keys.length === 0) return [{ label: 'name', type: 'property' }];
      if (root !== type.kind) return [];
      return keysAfter(keys, type, model).map((label) => ({ label, type: 'property' }));
    },
  });
}
