import { choices } from './choices';
import type { FieldColumn } from './column';
import { defaultColumn } from './default';
import { help } from './help';
import { key } from './key';
import { label } from './label';
import { limits } from './limits';
import { required } from './required';
import { type } from './type';

type Name = FieldColumn['name'];

const all = { label, key, type, required, limits, choices, default: defaultColumn, help } satisfies Readonly<
  Record<Name, FieldColumn>
>;

/** The columns that a table of fields may have, in the order in which they stand. */
export const fieldColumns: readonly FieldColumn[] = Object.values(all);

/** A column by its name. */
export const fieldColumn = (name: Name): FieldColumn => all[name];
