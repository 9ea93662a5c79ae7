import type { FieldBehaviour, FieldType } from '../fields/field-type';
import type { FieldKind } from '../fields';
import type { ContentType, Field, FieldGroup, ModelDocument } from './document';

/** A field with its type's behaviour and its place, ready for use. */
export interface CompiledField {
  readonly id: string;
  readonly key: string;
  /** What visitors read. */
  readonly publicLabel: string;
  readonly label: string;
  readonly field: Field;
  readonly type: FieldType<FieldKind>;
  readonly behaviour: FieldBehaviour;
  readonly groupId: string;
  /** Ids of the repeaters above it, the outermost first. */
  readonly ancestors: readonly string[];
  /** Active child fields. */
  readonly children: readonly CompiledField[];
}

/** How much of a content type a group reaches. */
export type Reach = 'all' | 'some' | 'none';

export interface CompiledGroup {
  readonly group: FieldGroup;
  /** Active top-level fields, in the order of the form. */
  readonly fields: readonly CompiledField[];
}

/** A content type with everything that can appear on its entries. */
export interface CompiledType {
  readonly contentType: ContentType;
  readonly groups: readonly CompiledGroup[];
  /** Groups whose rule depends on the single entry. */
  readonly partialGroups: readonly CompiledGroup[];
  /** Top-level fields of all its groups, in the order of the form. */
  readonly fields: readonly CompiledField[];
  readonly byKey: ReadonlyMap<string, CompiledField>;
  /** Fields with a condition, each after those that decide it. */
  readonly conditional: readonly CompiledField[];
  /** Cycles among conditions: each a list of field ids. */
  readonly cycles: readonly (readonly string[])[];
}

/** The model as everything else asks it: immutable, made by compileModel. */
export interface CompiledModel {
  readonly document: ModelDocument;
  readonly types: readonly CompiledType[];
  readonly typeById: ReadonlyMap<string, CompiledType>;
  readonly typeByKey: ReadonlyMap<string, CompiledType>;
  readonly typeByPluralKey: ReadonlyMap<string, CompiledType>;
  /** Every field, inactive ones included. */
  readonly fields: ReadonlyMap<string, CompiledField>;
  readonly groups: ReadonlyMap<string, FieldGroup>;
}
