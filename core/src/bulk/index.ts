import * as z from 'zod';
import { mayChange } from '../access/audience';
import { sameJson } from '../json';
import { say } from '../locale/say';
import type { CompiledField, CompiledType } from '../model/compiled';
import type { Role } from '../roles';
import type { BulkMembers, BulkState } from './bulk-kind';
import { addKind } from './kinds/add';
import { clearKind } from './kinds/clear';
import { deleteKind } from './kinds/delete';
import { mendKind } from './kinds/mend';
import { publishKind } from './kinds/publish';
import { removeKind } from './kinds/remove';
import { setKind } from './kinds/set';
import { unpublishKind } from './kinds/unpublish';

/** All kinds of change that many entries can be put through at once. Each is a file in `kinds/`. */
const bulkKinds = {
  set: setKind,
  clear: clearKind,
  add: addKind,
  remove: removeKind,
  mend: mendKind,
  publish: publishKind,
  unpublish: unpublishKind,
  delete: deleteKind,
} as const;

/** A change of many entries, as a value. */
export const bulkChangeSchema = z.discriminatedUnion('kind', [
  setKind.schema,
  clearKind.schema,
  addKind.schema,
  removeKind.schema,
  mendKind.schema,
  publishKind.schema,
  unpublishKind.schema,
  deleteKind.schema,
]);
export type BulkChange = z.output<typeof bulkChangeSchema>;

type ChangeOf<Kind extends BulkChange['kind']> = Extract<BulkChange, { readonly kind: Kind }>;

function membersOf<Kind extends BulkChange['kind']>({ kind }: ChangeOf<Kind>): BulkMembers<ChangeOf<Kind>> {
  const members: { readonly [Each in BulkChange['kind']]: BulkMembers<ChangeOf<Each>> } = bulkKinds;
  return members[kind];
}

/** The field of a type that a change is about; null where it is about none, or that is not there. */
export function fieldOfBulk(change: BulkChange, type: CompiledType): CompiledField | null {
  const id = membersOf(change).field(change);
  return type.fields.find((field) => field.id === id) ?? null;
}

const holdsSecret = ({ type, children }: CompiledField): boolean =>
  type.confidential || children.some(holdsSecret);

/** Whether a field can be changed on many entries at once: not what is computed, secret, or different on each. */
export const changesInBulk = (field: CompiledField, role: Role): boolean =>
  !field.type.computed && !holdsSecret(field) && !field.field.unique && mayChange(role, field);

/**
 * Says why many entries of a type cannot be changed so.
 * @param role whose change it is
 * @returns a sentence; null where they can
 */
export function bulkProblem(change: BulkChange, type: CompiledType, role: Role): string | null {
  const members = membersOf(change);
  if (members.field(change) === null) return null;
  const field = fieldOfBulk(change, type);
  if (!field) return say`${type.contentType.plural} have no such field at the top of their form.`;
  const within = members.within?.(change, field) ?? [];
  if (!changesInBulk(field, role) || !within.every((each) => mayChange(role, each)))
    return say`${field.label} cannot be changed on many entries at once.`;
  return members.refuses(change, field);
}

/**
 * Applies a change to one entry.
 * @returns what it is afterwards; null where nothing would be different
 * @example appliedBulk({ kind: 'publish' }, { status: 'draft', values: {}, inBin: false }, hut)?.status // => 'published'
 */
export function appliedBulk(change: BulkChange, state: BulkState, type: CompiledType): BulkState | null {
  const after = membersOf(change).apply(change, state, fieldOfBulk(change, type));
  const isSame = after.status === state.status && after.inBin === state.inBin;
  return isSame && sameJson(after.values, state.values) ? null : after;
}
