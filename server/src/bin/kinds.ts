import type { BinKind, PersonSummary, RemovalEffect, Restored } from '@tovlet/core/contracts/studio';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { CompiledField } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { restoreEntry } from '../entries/restore';
import { restoreMedium } from '../media/removal';
import { effectOn } from '../relations/delete-entry';
import type { Services } from '../services';
import { restoreTemplate } from '../showing/templates/reset';
import { restoreTerm } from '../terms/removal';

/** What can be done with one kind of thing in the bin. */
interface BinKindMembers {
  /** Who may delete it, and so bring it back. */
  readonly role: Role;
  /** What it is among references; null for what nothing refers to. */
  readonly referredAs: ReferenceKind | null;
  /** What becomes of what refers to it, by the field that does. */
  effect(field: CompiledField | undefined): RemovalEffect;
  restore(services: Services, person: PersonSummary, id: string): Promise<Restored>;
}

/** Every kind of thing that can be deleted and brought back; one without its members does not compile. */
export const binKindMembers: { readonly [Kind in BinKind]: BinKindMembers } = {
  entry: { role: 'editor', referredAs: 'entry', effect: effectOn, restore: restoreEntry },
  term: { role: 'editor', referredAs: 'term', effect: () => 'clear', restore: restoreTerm },
  medium: {
    role: 'editor',
    referredAs: 'medium',
    effect: () => 'keep',
    restore: (services, _person, id) => restoreMedium(services, id),
  },
  template: { role: 'developer', referredAs: null, effect: () => 'keep', restore: restoreTemplate },
};
