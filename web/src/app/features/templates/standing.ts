import { computed, inject, type Signal } from '@angular/core';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { BlockPlace } from '@tovlet/core/templates/block-tree';
import { findList } from '@tovlet/core/templates/found-path';
import { onPages, seatsOf, type Seats } from '@tovlet/core/templates/seats';
import type { Block } from '@tovlet/core/templates/template';
import { ModelStore } from '../../shell/model-store';

/** Where a block stands, and from where its bindings are seen. */
export interface Standing {
  /** By which model paths are followed. */
  readonly paths: Signal<ReturnType<typeof onPages>>;
  /** On the page, and in the lists that blocks around it repeat over; null where there is no type. */
  readonly around: Signal<Seats | null>;
  /** The same with the list that it repeats over itself: from there its bindings are seen. */
  readonly seats: Signal<Seats | null>;
}

/**
 * Follows where a block of a type's template stands. To be called in an injection context.
 * @param place the block; null stands for the page itself
 */
export function standingOf(type: Signal<CompiledType | null>, place: Signal<BlockPlace | null>): Standing {
  const model = inject(ModelStore);
  const paths = computed(() => onPages(model.compiled()));
  const seatsIn = (blocks: readonly Block[]): Seats | null => {
    const top = type();
    if (!top) return null;
    return blocks.reduce<Seats>((seats, { repeat }) => {
      const found = repeat && findList(repeat.field, seats, paths());
      return found ? [...seats, found.seat] : seats;
    }, seatsOf(top));
  };
  return {
    paths,
    around: computed(() => seatsIn(place()?.ancestors ?? [])),
    seats: computed(() => {
      const at = place();
      return seatsIn(at ? [...at.ancestors, at.block] : []);
    }),
  };
}
