import { isJsonList } from '../json';
import type { CompiledField, CompiledModel } from '../model/compiled';
import { defineCheck } from './check';

/** What a field's settings name that is no longer in the model, in words. */
function goneIn({ field }: CompiledField, model: CompiledModel): string | null {
  const { types, mirror, taxonomy } = field.settings;
  if (field.kind === 'relation') {
    if (types !== undefined && isJsonList(types) && types.some((id) => !model.typeById.has(String(id))))
      return 'a content type';
    if (typeof mirror === 'string' && !model.fields.has(mirror)) return 'its mirror';
  }
  if (field.kind !== 'term') return null;
  const there = model.document.taxonomies.some(({ id }) => id === taxonomy);
  return there ? null : 'its taxonomy';
}

/** Relations and terms that point to types, mirrors or taxonomies which were removed. */
export const referenceGone = defineCheck('reference_gone', 'warning', function* (model, report) {
  for (const field of model.fields.values()) {
    const what = goneIn(field, model);
    if (what !== null) yield report({ kind: 'field', id: field.id }, { label: field.label, what });
  }
});
