import { listKind } from '../list-kind';

/** Adds references to a field that holds several. */
export const addKind = listKind('add', (before, ids) => [
  ...before,
  ...ids.filter((id) => !before.includes(id)),
]);
