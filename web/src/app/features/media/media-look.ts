import { mediaKinds, mediaSizes, type MediaOrder } from '@tovlet/core/contracts/studio';
import type { ParamMap, Params } from '@angular/router';
import type { MediaLook } from '../../pickers/medium/media-store';

const ORDERS: readonly MediaOrder[] = ['newest', 'oldest', 'name', 'largest'];

const oneOf = <Value extends string>(values: readonly Value[], given: string | null): Value | undefined =>
  values.find((each) => each === given);

/** Reads from an address what media are looked for by; what it does not know is left out. */
export function lookFrom(parameters: ParamMap): MediaLook {
  return {
    search: parameters.get('search') ?? '',
    kind: oneOf(mediaKinds, parameters.get('kind')),
    size: oneOf(mediaSizes, parameters.get('size')),
    alt: oneOf(['missing'], parameters.get('alt')),
    used: oneOf(['no'], parameters.get('used')),
    folder: parameters.get('folder') ?? undefined,
    fields: parameters.get('fields') ?? undefined,
    order: oneOf(ORDERS, parameters.get('order')),
  };
}

/** Writes what media are looked for by into an address: null takes a part out of it. */
export const addressOf = (look: MediaLook): Params =>
  Object.fromEntries(
    (['search', 'kind', 'size', 'alt', 'used', 'folder', 'fields', 'order'] as const).map((part) => {
      const value = look[part];
      return [part, value === undefined || value === '' || value === 'newest' ? null : value];
    }),
  );

/** Whether less than all media are looked for. */
export const isNarrowed = (look: MediaLook): boolean =>
  Object.values({ ...look, order: undefined }).some((value) => value !== undefined && value !== '');
