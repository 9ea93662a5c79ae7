import { comparisonsOf, type Condition } from '../conditions/condition';
import { relation } from '../fields/relation/relation';
import { repeater } from '../fields/repeater/repeater';
import { settingsOf } from '../fields/settings-of';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { expressionsOf, type ExpressionOwner } from '../model/expressions';
import { readsOf } from '../model/reads';
import { originOf } from '../model/expand';
import { pageTemplates } from '../model/page-templates';
import { fieldsOf, pathFromText } from '../paths/text';
import { pageFields } from '../templates/default-template';
import { pathsNamedIn } from '../templates/liquid/resolve';
import { queriedBy, referencesOf, sortOf } from '../templates/references';
import { onPages, seatsOf } from '../templates/seats';
import type { TemplateContent } from '../templates/template';
import { bindingsOfHead } from '../templates/head/head';
import { standingBlocks } from '../templates/walk';

/** Templates as they are saved, by their ids; a type without its standard one shows its page order. */
export type SavedTemplates = ReadonlyMap<string, TemplateContent>;

/** Where a field is referred to. */
export type UsePlace =
  | { readonly kind: 'shown_when'; readonly field: string }
  | { readonly kind: 'page_order'; readonly type: string }
  | {
      readonly kind: 'template';
      readonly type: string;
      readonly template: string;
      readonly block: string | null;
    }
  | { readonly kind: 'list_column'; readonly type: string }
  | { readonly kind: 'row_label'; readonly field: string }
  | ExpressionOwner
  | { readonly kind: 'mirror'; readonly field: string };

/** One reference to a field. */
export interface Use {
  readonly place: UsePlace;
  /** Whether visitors see the value there. */
  readonly shows: boolean;
}

export type UsesIndex = ReadonlyMap<string, readonly Use[]>;

type Note = (field: string, place: UsePlace, shows?: boolean) => void;

function noteCondition(condition: Condition | null, place: UsePlace, note: Note, shows = false): void {
  const fields = comparisonsOf(condition).flatMap((comparison) =>
    comparison.kind === 'field' ? [comparison.field] : [],
  );
  for (const field of new Set(fields)) note(field, place, shows);
}

function noteField({ id, field }: CompiledField, note: Note): void {
  noteCondition(field.shownWhen, { kind: 'shown_when', field: id }, note);
  const rowLabel = settingsOf(repeater, field)?.rowLabel ?? null;
  if (rowLabel !== null) note(rowLabel, { kind: 'row_label', field: id });
  const mirror = settingsOf(relation, field)?.mirror ?? null;
  if (mirror !== null) note(mirror, { kind: 'mirror', field: id });
}

function noteExpressions(model: CompiledModel, note: Note): void {
  for (const { owner, expression, scope } of expressionsOf(model))
    for (const read of readsOf(expression, scope)) note(read, owner);
}

const withChildren = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.children.flatMap(withChildren),
];

function noteTemplate(
  id: string,
  template: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
  note: Note,
): void {
  const context = onPages(model);
  const page = seatsOf(type);
  const placeOf = (block: string | null): UsePlace => ({
    kind: 'template',
    type: type.contentType.id,
    template: id,
    block,
  });
  const told = bindingsOfHead(template.head ?? {}).flatMap(({ path }) => fieldsOf(pathFromText(path) ?? []));
  for (const field of new Set(told)) note(field, placeOf(null), true);
  if (template.mode === 'liquid') {
    const place = placeOf(null);
    const paths = pathsNamedIn(template.liquid, page, context);
    for (const field of new Set(paths.flatMap(fieldsOf))) note(field, place, true);
    return;
  }
  for (const { block, seats } of standingBlocks(template.blocks, page, context)) {
    const place = placeOf(block.id);
    const shown = new Set(
      [...referencesOf(block, seats, context), ...sortOf(block)].flatMap(({ path }) =>
        fieldsOf(pathFromText(path) ?? []),
      ),
    );
    for (const field of new Set([...shown, ...queriedBy(block)])) note(field, place, true);
    // What decides whether a block shows, and in what order, can be seen on the page as well.
    noteCondition(block.shownWhen, place, note, true);
  }
}

function notePageOrder(type: CompiledType, note: Note): void {
  const place: UsePlace = { kind: 'page_order', type: type.contentType.id };
  for (const { field, shown } of pageFields(type)) {
    if (shown) for (const each of withChildren(field)) note(each.id, place, true);
  }
}

/**
 * Lists every reference to every field: conditions, rules, computed values, page order, templates, list columns, row
 * labels, mirrors.
 * @param templates saved templates by their ids; a type without its standard one shows its page order
 * @returns uses by field id, those of removed fields included; fields without any use are not in it
 */
export function usesOf(model: CompiledModel, templates: SavedTemplates): UsesIndex {
  const uses = new Map<string, Use[]>();
  const note: Note = (field, place, shows = false) => {
    const known = uses.get(field);
    if (known) known.push({ place, shows });
    else uses.set(field, [{ place, shows }]);
  };
  for (const field of model.fields.values()) noteField(field, note);
  for (const type of model.types) {
    for (const { id } of pageTemplates(type.contentType)) {
      const template = templates.get(id);
      if (template) noteTemplate(id, template, type, model, note);
    }
    if (!templates.has(type.contentType.id)) notePageOrder(type, note);
    for (const { id, field } of type.fields) {
      if (field.listColumn) note(id, { kind: 'list_column', type: type.contentType.id });
    }
  }
  for (const type of model.subjects) {
    const template = templates.get(type.contentType.id);
    if (template) noteTemplate(type.contentType.id, template, type, model, note);
  }
  noteExpressions(model, note);
  // What refers to an included field refers to that field of its shared set.
  for (const [id, own] of [...uses]) {
    const origin = originOf(id);
    if (origin !== id) for (const use of own) note(origin, use.place, use.shows);
  }
  return uses;
}
