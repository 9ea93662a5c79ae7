import type { BinKind } from '@tovlet/core/contracts/studio';
import { and, eq, sql } from 'drizzle-orm';
import type { Database } from './connect';
import { bin, type BinContent, type BinContentOf } from './schema';

/** Something that is deleted, and what it is called. */
export interface Binned {
  readonly id: string;
  readonly name: string;
  readonly subject: string | null;
  readonly content: BinContent;
  readonly deletedBy: string;
}

/** Puts something into the bin, in the transaction that takes it out of its table. */
export async function putInBin(transaction: Database, { content, ...own }: Binned): Promise<void> {
  const row = { ...own, kind: content.kind, content };
  await transaction
    .insert(bin)
    .values(row)
    .onConflictDoUpdate({ target: [bin.kind, bin.id], set: { ...row, deletedAt: sql`now()` } });
}

const isKind =
  <Kind extends BinKind>(kind: Kind) =>
  (content: BinContent): content is BinContentOf<Kind> =>
    content.kind === kind;

/**
 * Takes something out of the bin, in the transaction that brings it back or lets it go for good; whoever else wants it waits.
 * @returns what was kept of it; null where it is not there
 */
export async function takeFromBin<Kind extends BinKind>(
  transaction: Database,
  kind: Kind,
  id: string,
): Promise<BinContentOf<Kind> | null> {
  const [taken] = await transaction
    .delete(bin)
    .where(and(eq(bin.kind, kind), eq(bin.id, id)))
    .returning({ content: bin.content });
  return taken && isKind(kind)(taken.content) ? taken.content : null;
}

/** Looks at something in the bin; null where it is not there. */
export async function lookInBin<Kind extends BinKind>(
  database: Database,
  kind: Kind,
  id: string,
): Promise<BinContentOf<Kind> | null> {
  const [found] = await database
    .select({ content: bin.content })
    .from(bin)
    .where(and(eq(bin.kind, kind), eq(bin.id, id)));
  return found && isKind(kind)(found.content) ? found.content : null;
}

/** Changes what is kept of something that stays in the bin. */
export async function changeInBin(
  transaction: Database,
  kind: BinKind,
  id: string,
  content: BinContent,
): Promise<void> {
  await transaction
    .update(bin)
    .set({ content })
    .where(and(eq(bin.kind, kind), eq(bin.id, id)));
}
