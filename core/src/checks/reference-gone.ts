import { say } from '../locale/say';
import { relation } from '../fields/relation/relation';
import { settingsOf } from '../fields/settings-of';
import { term } from '../fields/term/term';
import type { CompiledField, CompiledModel } from '../model/compiled';
import { defineCheck } from './check';

/** What a field's settings name that is no longer in the model, in words. */
function goneIn({ field }: CompiledField, model: CompiledModel): string | null {
  const related = settingsOf(relation, field);
  if (related?.types.some((id) => !model.typeById.has(id))) return say`a content type`;
  if (related && related.mirror !== null && !model.fields.has(related.mirror)) return say`its mirror`;
  const sorted = settingsOf(term, field);
  const there = !sorted || model.document.taxonomies.some(({ id }) => id === sorted.taxonomy);
  return there ? null : say`its taxonomy`;
}

/** Relations and terms that point to types, mirrors or taxonomies which were removed. */
export const referenceGone = defineCheck('reference_gone', 'warning', function* (model, report) {
  for (const field of model.fields.values()) {
    const what = goneIn(field, model);
    if (what !== null) yield report({ kind: 'field', id: field.id }, { label: field.label, what });
  }
});
