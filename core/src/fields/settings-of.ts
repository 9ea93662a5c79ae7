import type { JsonObject } from '../json';
import type { SettledFieldType } from './field-type';

/** What of a field tells its settings. */
export interface Settled {
  readonly kind: string;
  readonly settings: JsonObject;
}

/**
 * Reads the settings of a field where it is of a type.
 * @returns the settings with every default; null for fields of other types
 * @example settingsOf(relation, { kind: 'relation', settings: {} })?.onDelete // => 'clear'
 */
export function settingsOf<Settings>(
  type: SettledFieldType<string, Settings>,
  { kind, settings }: Settled,
): Settings | null {
  return kind === type.kind ? type.read(settings) : null;
}
