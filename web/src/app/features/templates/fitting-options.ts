import type { PropertyControl } from '@tovlet/core/templates/blocks/block-kind';
import type { ValueOption } from '@tovlet/core/templates/value-options';

/** What a property can be bound to: only what fits. @param binds as the property declares it */
export function fittingOptions(
  options: readonly ValueOption[],
  binds: NonNullable<PropertyControl['binds']>,
): readonly ValueOption[] {
  return options.filter(({ found: { field, property } }) => {
    if (property) return binds === 'any' || binds === 'line' || binds.includes('text');
    if (!field) return binds === 'any';
    if (field.type.rows) return false;
    if (binds === 'line') return field.type.index !== null;
    return binds === 'any' || binds.includes(field.type.kind);
  });
}
