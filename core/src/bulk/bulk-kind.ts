import type * as z from 'zod';
import type { JsonObject } from '../json';
import type { CompiledField } from '../model/compiled';
import type { Completeness } from '../values/validate';

/** What of an entry a change of many may change. */
export interface BulkState {
  readonly status: Completeness;
  /** Stored values by the ids of their fields. */
  readonly values: JsonObject;
  /** Whether it is in the bin. */
  readonly inBin: boolean;
}

/** What one kind of change does to each of many entries. */
export interface BulkMembers<Change> {
  /** The field at the top of the form that it changes; null where it changes none. */
  field(change: Change): string | null;
  /** The fields within it that are changed alone, each with those it stands in; all of them where nothing is said. */
  within?(change: Change, field: CompiledField): readonly CompiledField[];
  /** Why a field cannot be changed so; null where it can. */
  refuses(change: Change, field: CompiledField): string | null;
  /** What an entry is afterwards. */
  apply(change: Change, state: BulkState, field: CompiledField | null): BulkState;
}

/** One kind of change of many entries: what it says, and what it does to each. */
export interface BulkKind<Schema extends z.ZodType> extends BulkMembers<z.output<Schema>> {
  readonly schema: Schema;
}

/** Declares a kind of change. @returns the same, its schema kept as a type */
export const defineBulkKind = <Schema extends z.ZodType>(kind: BulkKind<Schema>): BulkKind<Schema> => kind;
