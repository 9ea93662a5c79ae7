import { VISITORS } from '../access/audience';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import type { Path } from '../paths/path';
import type { PathContext, Standing } from '../paths/standing';

/** Where a block stands: on the entry of the page, or in a list that blocks around it repeat over. */
export interface Seat {
  /** The way from the entry to the thing that one stands on, every step of it to other things; empty for the entry itself. */
  readonly things: Path;
  /** What that thing is. */
  readonly at: Standing;
  /** The field whose rows one stands in; null on the thing itself. */
  readonly rows: CompiledField | null;
  /** The keys that lead here from the entry. */
  readonly keys: readonly string[];
}

/** All places that can be seen from a block: the entry, then the lists it stands in, the innermost last. */
export type Seats = readonly [Seat, ...Seat[]];

/** By which model, and for whom, pages are made. */
export const onPages = (model: CompiledModel): PathContext => ({
  model,
  audience: VISITORS,
  presented: true,
});

/** The seats of a block that stands on the page itself, of an entry or of a term. */
export const seatsOf = (type: CompiledType): Seats => [
  { things: [], at: { kind: type.kind, types: [type] }, rows: null, keys: [] },
];

/** The innermost seat. */
export const nearestSeat = (seats: Seats): Seat => seats.at(-1) ?? seats[0];
