import type { Role } from '@tovlet/core/contracts/studio';
import type { Values } from '@tovlet/core/fields/repeater/row';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/values/map-stored';

const isRestricted = ({ field }: CompiledField): boolean => field.editors !== 'change';

/** Values as somebody of a role may see them: what is for developers alone is left out for others. */
export function visibleTo(role: Role, fields: readonly CompiledField[], values: Values): Values {
  if (role === 'developer') return values;
  return mapStored(fields, values, {}, isRestricted, ({ field }, value) =>
    field.editors === 'nothing' ? undefined : value,
  );
}

/** Values as somebody of a role may save them: what they may not change stays as it was. */
export function changeableBy(
  role: Role,
  fields: readonly CompiledField[],
  values: Values,
  before: Values,
): Values {
  if (role === 'developer') return values;
  return mapStored(fields, values, before, isRestricted, (_field, _value, was) => was);
}
