import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import type { Step } from '@tovlet/core/paths/path';
import type { Hop } from '@tovlet/core/paths/steps/step';

/** What a field of the schema reads of the thing it is asked of. */
export type Read =
  /** Something that everything of its kind is presented with, also where it is only referred to. */
  | { readonly kind: 'presented' }
  /** Something that stands in its document alone. */
  | { readonly kind: 'document' }
  /** A field: its value, or what stands in its group or rows. */
  | { readonly kind: 'field'; readonly field: CompiledField }
  /** What a field refers to. */
  | { readonly kind: 'reference'; readonly field: CompiledField; readonly hop: Hop }
  /** Things that no value of its own tells; of entries a page. */
  | {
      readonly kind: 'way';
      readonly step: Step;
      readonly hop: Hop;
      /** The type of the entries of which a page is read; null for all of what is there. */
      readonly pageOf: CompiledType | null;
    }
  /** A part of a page: what is asked for in it is asked of its entries. */
  | { readonly kind: 'page' };

/** What the fields of a schema read, by the names of their types. */
export class Reads {
  private readonly byType = new Map<string, ReadonlyMap<string, Read>>();

  /** Says what the fields of a type read. */
  say(type: string, reads: ReadonlyMap<string, Read>): void {
    this.byType.set(type, reads);
  }

  /** What a field reads; undefined where it reads nothing of its own, as counts do. */
  of(type: string, field: string): Read | undefined {
    return this.byType.get(type)?.get(field);
  }
}
