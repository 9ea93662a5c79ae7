import * as z from 'zod';
import { say } from '../../locale/say';
import { relation } from '../../fields/relation/relation';
import type { ReferenceKind } from '../../fields/reference';
import { settingsOf } from '../../fields/settings-of';
import { term } from '../../fields/term/term';
import { indexedFields } from '../../model/indexed';
import type { CompiledField, CompiledModel, CompiledType } from '../../model/compiled';
import { MEDIA, PEOPLE, subjectOf } from '../../model/subjects';
import { metOn, rowsAround, type Met, type PathContext, type Standing } from '../standing';
import { defineStep } from './step';

/** The types of what a field refers to. */
const leadsTo: Readonly<
  Record<ReferenceKind, (field: CompiledField, model: CompiledModel) => readonly CompiledType[]>
> = {
  entry: ({ field }, { types }) => {
    const wanted = settingsOf(relation, field)?.types ?? [];
    return wanted.length === 0 ? types : types.filter(({ contentType }) => wanted.includes(contentType.id));
  },
  term: ({ field }, { subjectById }) => {
    const taxonomy = subjectById.get(settingsOf(term, field)?.taxonomy ?? '');
    return taxonomy ? [taxonomy] : [];
  },
  person: (_field, model) => [subjectOf(model, PEOPLE)],
  medium: (_field, model) => [subjectOf(model, MEDIA)],
};

/** The types of what a field refers to, by its settings; none where it refers to nothing. */
export const targetTypes = (field: CompiledField, model: CompiledModel): readonly CompiledType[] =>
  field.type.refersTo === null ? [] : leadsTo[field.type.refersTo](field, model);

/** The first type one stands on that has the field where it may be seen. */
function found(id: string, at: Standing, { audience }: PathContext): readonly [CompiledType, Met] | null {
  for (const type of at.types) {
    const met = metOn(type, audience).get(id);
    if (met) return [type, met];
  }
  return null;
}

/** The types of the entries that a field refers to, where not all may be read; null where nothing is kept from anybody. */
export const amongTypes = (field: CompiledField, { model }: PathContext): readonly string[] | null =>
  model.scoped && field.type.refersTo === 'entry'
    ? targetTypes(field, model).map(({ contentType }) => contentType.id)
    : null;

/** A field, through the groups and rows it stands in; followed by more, the way to what it refers to. */
export const fieldStep = defineStep({
  schema: z.strictObject({ kind: z.literal('field'), field: z.string().max(120) }),
  take({ field: id }, at, last, context) {
    const here = found(id, at, context);
    if (!here) return { kind: 'refused', problem: say`The field is not there, or not to be seen from here.` };
    const [type, met] = here;
    const { field } = met;
    const { refersTo } = field.type;
    const rows = rowsAround(met);
    const inRows = rows.length > 0;
    if (last) {
      const column = indexedFields(type).get(id)?.column ?? null;
      const having = at.types.filter((each) => (indexedFields(each).get(id)?.column ?? null) === column);
      return {
        kind: 'end',
        end: { kind: 'field', field, column, inRows, rows, among: amongTypes(field, context) },
        types: having.filter((each) => metOn(each, context.audience).has(id)),
      };
    }
    if (refersTo === null)
      return { kind: 'refused', problem: say`${field.label} holds no reference that could be followed.` };
    const to = { kind: refersTo, types: leadsTo[refersTo](field, context.model) };
    const list = field.type.list || field.type.kind === 'gallery';
    const many = inRows || list;
    return { kind: 'hop', hop: { kind: 'forward', field: id, to, many, rows, list } };
  },
  keys({ field: id }, at, context) {
    const [, met] = found(id, at, context) ?? [];
    return met ? [...met.around, met.field].map(({ key }) => key) : [id];
  },
  labels({ field: id }, at, context) {
    const [, met] = found(id, at, context) ?? [];
    return met ? [...met.around, met.field].map(({ label }) => label) : [say`a removed field`];
  },
});
