import type { Condition } from '../conditions/condition';
import type { OperatorKind } from '../conditions/operators';
import type { JsonValue } from '../json';
import { factsFrom, type EntryFacts } from '../evaluation/scope';
import { compileModel } from '../model/compile';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import {
  field,
  type Field,
  type FieldGroup,
  type ModelDocument,
  plainType,
  plainGroup,
} from '../model/document';
import { appearsOnTypes } from '../model/reach';

/** A small model for tests: huts with some fields of every kind. */
export const altitude = field({
  id: 'f_altitude',
  key: 'altitude',
  label: 'Altitude',
  kind: 'number',
  required: true,
  filterable: true,
  settings: { unit: 'm', min: 0, max: 5000 },
});
export const winterRoom = field({ id: 'f_winter', key: 'winter_room', label: 'Winter room', kind: 'switch' });
export const winterCode = field({
  id: 'f_code',
  key: 'winter_code',
  label: 'Winter room code',
  kind: 'text',
  required: true,
  shownWhen: { kind: 'field', field: 'f_winter', operator: 'is_on' },
});
export const email = field({ id: 'f_email', key: 'email', label: 'Email', kind: 'email' });
export const picture = field({ id: 'f_picture', key: 'picture', label: 'Picture', kind: 'image' });
export const difficulty = field({
  id: 'f_difficulty',
  key: 'difficulty',
  label: 'Difficulty',
  kind: 'one_choice',
  filterable: true,
  settings: {
    choices: [
      { value: 'easy', label: 'Easy' },
      { value: 'hard', label: 'Hard' },
    ],
  },
});
export const guest = field({ id: 'f_guest', key: 'guest', label: 'Guest', kind: 'text', required: true });
export const amount = field({
  id: 'f_amount',
  key: 'amount',
  label: 'Amount',
  kind: 'number',
  settings: { unit: '€' },
});
export const note = field({
  id: 'f_note',
  key: 'note',
  label: 'Note',
  kind: 'text',
  settings: { maxLength: 10 },
  shownWhen: { kind: 'field', field: 'f_amount', operator: 'greater', value: 20 },
});
export const prices = field({
  id: 'f_prices',
  key: 'prices',
  label: 'Prices',
  kind: 'repeater',
  settings: { maxRows: 3 },
  fields: [guest, amount, note],
});

export const hutType = {
  id: 't_hut',
  key: 'hut',
  pluralKey: 'huts',
  singular: 'Hut',
  plural: 'Huts',
  icon: 'cottage',
  address: '/huts/{slug}',
  ...plainType,
};
export const postType = {
  id: 't_post',
  key: 'post',
  pluralKey: 'posts',
  singular: 'Post',
  plural: 'Posts',
  icon: 'article',
  address: '/posts/{slug}',
  ...plainType,
};

export const hutFields: readonly Field[] = [
  altitude,
  winterRoom,
  winterCode,
  email,
  picture,
  difficulty,
  prices,
];

export function group(given: Partial<FieldGroup> = {}): FieldGroup {
  return {
    id: 'g_hut',
    key: 'hut_facts',
    label: 'Hut facts',
    ...plainGroup,
    appearsOn: appearsOnTypes(['t_hut']),
    fields: hutFields,
    ...given,
  };
}

export function documentOf(...groups: readonly FieldGroup[]): ModelDocument {
  return { format: 'tovlet-model', version: 1, taxonomies: [], contentTypes: [hutType, postType], groups };
}

export const hutDocument = documentOf(group());
export const hutModel = compileModel(hutDocument);

/** Compiles a model whose huts have the given fields. */
export function modelWith(...fields: readonly Field[]): CompiledModel {
  return compileModel(documentOf(group({ fields })));
}

export function typeOf(model: CompiledModel, id = 't_hut'): CompiledType {
  const type = model.typeById.get(id);
  if (!type) throw new Error(`The model has no type ${id}`);
  return type;
}

export function fieldOf(model: CompiledModel, id: string): CompiledField {
  const found = model.fields.get(id);
  if (!found) throw new Error(`The model has no field ${id}`);
  return found;
}

export const facts: EntryFacts = factsFrom({ type: 't_hut', status: 'published', entry: 'e_1' });

/** Short form of a comparison about a field. */
export function asks(fieldId: string, operator: OperatorKind, value?: JsonValue): Condition {
  return { kind: 'field', field: fieldId, operator, ...(value === undefined ? {} : { value }) };
}
