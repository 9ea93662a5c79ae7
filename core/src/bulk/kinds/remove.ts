import { listKind } from '../list-kind';

/** Takes references out of a field that holds several. */
export const removeKind = listKind('remove', (before, ids) => before.filter((id) => !ids.includes(id)));
