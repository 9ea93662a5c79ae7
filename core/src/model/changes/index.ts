import * as z from 'zod';
import type { ModelDocument } from '../document';
import { addContentType, type AddContentType } from './add-content-type';
import { addTaxonomy, type AddTaxonomy } from './add-taxonomy';
import { addField, type AddField } from './add-field';
import { addGroup, type AddGroup } from './add-group';
import type { ChangeKind } from './change';
import { moveField, type MoveField } from './move-field';
import { removeContentType, type RemoveContentType } from './remove-content-type';
import { removeTaxonomy, type RemoveTaxonomy } from './remove-taxonomy';
import { removeField, type RemoveField } from './remove-field';
import { removeGroup, type RemoveGroup } from './remove-group';
import { setContentType, type SetContentType } from './set-content-type';
import { setTaxonomy, type SetTaxonomy } from './set-taxonomy';
import { setField, type SetField } from './set-field';
import { assertFit } from './fit';
import { setSettings, type SetSettings } from './set-settings';
import { setGroup, type SetGroup } from './set-group';

export { ChangeRefused } from './change';

export type ModelChange =
  | AddContentType
  | AddTaxonomy
  | SetContentType
  | SetTaxonomy
  | RemoveContentType
  | RemoveTaxonomy
  | AddGroup
  | SetGroup
  | RemoveGroup
  | AddField
  | SetField
  | SetSettings
  | MoveField
  | RemoveField;

/** Every kind of change by its name; a kind without an implementation does not compile. */
const kinds: {
  readonly [Kind in ModelChange['kind']]: ChangeKind<Kind, Extract<ModelChange, { kind: Kind }>>;
} = {
  add_content_type: addContentType,
  add_taxonomy: addTaxonomy,
  set_content_type: setContentType,
  set_taxonomy: setTaxonomy,
  remove_content_type: removeContentType,
  remove_taxonomy: removeTaxonomy,
  add_group: addGroup,
  set_group: setGroup,
  remove_group: removeGroup,
  add_field: addField,
  set_field: setField,
  set_settings: setSettings,
  move_field: moveField,
  remove_field: removeField,
};

/** The shape of any change over the API. */
export const modelChangeSchema: z.ZodType<ModelChange> = z.union([
  addContentType.schema,
  addTaxonomy.schema,
  setContentType.schema,
  setTaxonomy.schema,
  removeContentType.schema,
  removeTaxonomy.schema,
  addGroup.schema,
  setGroup.schema,
  removeGroup.schema,
  addField.schema,
  setField.schema,
  setSettings.schema,
  moveField.schema,
  removeField.schema,
]);

function kindOf<Kind extends ModelChange['kind']>(
  kind: Kind,
): ChangeKind<Kind, Extract<ModelChange, { kind: Kind }>> {
  return kinds[kind];
}

/** The implementation that belongs to a change, seen as one that takes any change. */
function implementation(change: ModelChange): ChangeKind<string, ModelChange> {
  return kindOf<ModelChange['kind']>(change.kind);
}

/**
 * Applies one change to a model.
 * @param document the model before; it is not altered
 * @param change the change
 * @returns the model after; what the change does not touch keeps its identity
 * @throws ChangeRefused when the model does not allow the change
 */
export function applyChange(document: ModelDocument, change: ModelChange): ModelDocument {
  return implementation(change).apply(document, change);
}

/**
 * Completes a new change with what it brings along: another type of a field takes over those settings that fit it. What is
 * applied and recorded is the completed change, so that it comes to the same whenever it is replayed.
 */
export function completeChange(document: ModelDocument, change: ModelChange): ModelChange {
  return implementation(change).completed?.(document, change) ?? change;
}

/**
 * Makes a new change: as `applyChange`, and what it adds or changes has to fit. Changes of earlier times are applied as they
 * were made.
 * @throws ChangeRefused when the model does not allow the change, or a field's settings or default do not fit
 */
export function makeChange(document: ModelDocument, change: ModelChange): ModelDocument {
  const after = applyChange(document, change);
  assertFit(document, after);
  return after;
}

/**
 * Makes the changes that take a change back.
 * @param before the model before the change
 * @returns changes to apply in order; none when there was nothing to change
 */
export function inverseOf(before: ModelDocument, change: ModelChange): readonly ModelChange[] {
  return implementation(change)
    .inverse(before, change)
    .map((inverse) => modelChangeSchema.parse(inverse));
}

/**
 * Puts a change into words, for the history.
 * @param before the model before the change
 * @example describeChange(model, { kind: 'remove_group', group: 'g_1' }) // => 'Removed the field group “Hut facts”'
 */
export function describeChange(before: ModelDocument, change: ModelChange): string {
  return implementation(change).describe(before, change);
}

/**
 * Lists what a change touches.
 * @returns ids, or `id:property` where only one property is touched
 */
export function touchesOf(change: ModelChange): readonly string[] {
  return implementation(change).touches(change);
}
