import type { ReferenceKind } from '../fields/reference';
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
  /** Ids of the fields above it (groups, repeaters, mixed lists and their shapes), the outermost first. */
  readonly ancestors: readonly string[];
  /** Active child fields that hold values. */
  readonly children: readonly CompiledField[];
  /** Active child fields as the form shows them, headings and notes included. */
  readonly formChildren: readonly CompiledField[];
}

/** How much of a content type a group reaches. */
export type Reach = 'all' | 'some' | 'none';

export interface CompiledGroup {
  readonly group: FieldGroup;
  /** Active top-level fields that hold values, in the order of the form. */
  readonly fields: readonly CompiledField[];
  /** Active top-level fields as the form shows them, headings and notes included. */
  readonly formFields: readonly CompiledField[];
}

/** A content type with everything that can appear on its entries. */
export interface CompiledType {
  readonly contentType: ContentType;
  /** What it is a type of: entries, terms, people or media. */
  readonly kind: ReferenceKind;
  readonly groups: readonly CompiledGroup[];
  /** Groups whose rule depends on the single entry. */
  readonly partialGroups: readonly CompiledGroup[];
  /** Top-level fields of all its groups, in the order of the form. */
  readonly fields: readonly CompiledField[];
  readonly byKey: ReadonlyMap<string, CompiledField>;
  /** Fields with a condition, each after those that decide it. */
  readonly conditional: readonly CompiledField[];
  /** Fields with a computed value, each after those it reads. */
  readonly computed: readonly CompiledField[];
  /** Cycles among conditions and computed values: each a list of field ids. */
  readonly cycles: readonly (readonly string[])[];
}

/** The model as everything else asks it: immutable, made by compileModel. */
export interface CompiledModel {
  readonly document: ModelDocument;
  readonly types: readonly CompiledType[];
  /** What carries fields beside entries: the terms of each taxonomy, the people, the media. */
  readonly subjects: readonly CompiledType[];
  readonly typeById: ReadonlyMap<string, CompiledType>;
  /** Content types and other subjects by id. */
  readonly subjectById: ReadonlyMap<string, CompiledType>;
  readonly typeByKey: ReadonlyMap<string, CompiledType>;
  readonly typeByPluralKey: ReadonlyMap<string, CompiledType>;
  /** Every field, inactive ones included; those of shared sets under the ids they have where they are included. */
  readonly fields: ReadonlyMap<string, CompiledField>;
  /** Ids of the fields that hold one set of child values, such as groups. */
  readonly singles: ReadonlySet<string>;
  /** The field groups, with the fields of the shared sets they include. */
  readonly groups: ReadonlyMap<string, FieldGroup>;
  /** Whether any rule asks which terms an entry has. */
  readonly asksForTerms: boolean;
  /** Whether any rule asks for the role of an entry's author. */
  readonly asksForRoles: boolean;
  /** Whether it is a part of the model, that somebody may read: what refers to the rest of it refers to nothing. */
  readonly scoped: boolean;
  /** Whether who reads by it reads drafts as well. */
  readonly drafts: boolean;
}
