import { keyRows } from '../../transfer/packages/key-rows';
import { withMovePackage } from './package-file';
import type { Stage } from './stage';

/** Decides what each row of a table is, before any is looked at. */
export const keyStage = (table: string): Stage => ({
  words: `Reading the keys of “${table}”`,
  async carryOut({ context }) {
    await withMovePackage(context.services, context.record.id, (open) => keyRows(context, open, table));
    return 'done';
  },
});
