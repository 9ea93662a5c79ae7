import type { ConvertedField, ValueChangeRecord } from '../db/schema';

/** The fields of a change whose values stand in one field at the top of the form, those that stand under others first. */
export interface ConvertedRoot {
  readonly id: string;
  readonly group: string;
  readonly fields: readonly ConvertedField[];
}

/** The fields at the top of the form whose values a change concerns. */
export function rootsOf({ fields }: Pick<ValueChangeRecord, 'fields'>): readonly ConvertedRoot[] {
  const roots = new Map<string, ConvertedField[]>();
  for (const field of fields) {
    const root = field.ancestors[0] ?? field.id;
    roots.set(root, [...(roots.get(root) ?? []), field]);
  }
  return [...roots].map(([id, own]) => ({ id, group: own[0]?.group ?? '', fields: own }));
}
