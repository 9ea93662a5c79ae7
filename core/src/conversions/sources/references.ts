import type { ReferenceKind } from '../../fields/reference';
import type { Source } from './source';

/** Refers to a thing of a kind; a text knows no more of it than its name. */
export const reference =
  (kind: ReferenceKind): Source =>
  (value, _settings, names) => {
    if (typeof value !== 'string') return [];
    const name = names.nameOf(value);
    return [
      { form: 'reference', kind, id: value },
      ...(name === undefined ? [] : [{ form: 'text' as const, text: name, losses: ['reference' as const] }]),
    ];
  };
