import type { CompiledField } from '../model/compiled';
import { maySee, personWith, PROGRAMS, VISITORS } from './audience';

const EVERYBODY = [VISITORS, PROGRAMS, personWith('reader')];

/**
 * Whether a value may stand where nobody chose to show it, as on lists that stand by themselves: what is kept from visitors,
 * programs or readers is no matter for those.
 */
export const maySeeUnasked = (field: CompiledField): boolean =>
  EVERYBODY.every((audience) => maySee(audience, field));
