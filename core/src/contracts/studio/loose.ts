import * as z from 'zod';
import type { JsonValue } from '../../json';
import type { Field } from '../../model/document';

/** A key with values that no field of a type declares. */
export const looseNameSchema = z.strictObject({
  type: z.string().max(120),
  /** The ids of the fields it stands within, the outermost first. */
  within: z.array(z.string().max(120)).max(20).readonly(),
  key: z.string().min(1).max(300),
});
export type LooseName = z.output<typeof looseNameSchema>;

/** A value of such a key, as an example. */
export interface LooseSample {
  readonly entry: string;
  readonly title: string;
  readonly value: JsonValue;
}

/** Such a key, and what is known of it. */
export interface LooseLine extends LooseName {
  readonly entries: number;
  readonly samples: readonly LooseSample[];
  /** The field that it is the value of, where one is in the model but does not reach these entries; null where none is. */
  readonly elsewhere: { readonly label: string; readonly group: string } | null;
  /** The field that would take the values: as it was, or what the values look like; null where no type holds such values. */
  readonly proposed: Field | null;
  /** Whether the model had such a field once. */
  readonly wasField: boolean;
}

/** Values that were taken out, which can be put back. */
export interface LooseRemoval extends LooseName {
  readonly id: string;
  /** The field into which they were moved; null where they were discarded. */
  readonly target: string | null;
  readonly by: string;
  readonly at: string;
  readonly entries: number;
  /** How far it has come: being taken out, taken out, being put back. */
  readonly state: 'removing' | 'removed' | 'returning';
}

export interface LooseAnswer {
  readonly lines: readonly LooseLine[];
  readonly removals: readonly LooseRemoval[];
  /** Whether entries are still being looked through. */
  readonly looking: boolean;
}

/** Makes a field of a key, and moves the values in. */
export interface LooseAdopt extends LooseName {
  /** The group that gets the field; within a field it is the group of that one. */
  readonly group: string;
  readonly field: Field;
}
