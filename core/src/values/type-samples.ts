import { PROGRAMS } from '../access/audience';
import { appearsOnTypes } from '../model/reach';
import { factsFrom } from '../evaluation/scope';
import type { Displayed, FieldType, PresentContext } from '../fields/field-type';
import { fieldTypes, type FieldKind } from '../fields';
import type { ReferenceKind } from '../fields/reference';
import type { JsonObject, JsonValue } from '../json';
import { compileModel } from '../model/compile';
import type { CompiledField } from '../model/compiled';
import { emptyModel, field, plainGroup, plainType, type Field } from '../model/document';
import { presentFields } from './present';
import { resolveVisibility } from './visibility';

/** A field type as it shows itself: a field of it with a value, and what becomes of that. */
export interface TypeSample {
  readonly type: FieldType;
  readonly field: CompiledField;
  /** The value as it is stored; null where it would refer to something that is not there. */
  readonly value: JsonValue;
  /** The value as programs read it; undefined where it leaves through no API. */
  readonly json: JsonValue | undefined;
  /** The value as a page shows it. */
  readonly page: Displayed | null;
}

const CHOICES = [
  { value: 'easy', label: 'Easy' },
  { value: 'hard', label: 'Hard' },
];

/** Settings without which a type shows little of itself. */
const SETTINGS: Partial<Readonly<Record<FieldKind, JsonObject>>> = {
  number: { unit: 'm' },
  one_choice: { choices: CHOICES, display: 'buttons' },
  several_choices: { choices: CHOICES },
  computed: { expression: 'number / 100', result: 'number' },
  note: { text: 'Ask the warden first.' },
};

const child = (id: string, key: string, label: string, kind: FieldKind): Field =>
  field({ id, key, label, kind });
const PRICES = [child('f_guest', 'guest', 'Guest', 'text'), child('f_price', 'price', 'Price', 'money')];
const SHAPES = [
  field({
    id: 'f_foot',
    key: 'on_foot',
    label: 'On foot',
    kind: 'shape',
    fields: [child('f_hours', 'hours', 'Hours', 'number')],
  }),
  field({
    id: 'f_bus',
    key: 'by_bus',
    label: 'By bus',
    kind: 'shape',
    fields: [child('f_line', 'line', 'Line', 'text')],
  }),
];

/** Child fields of the types that hold some. */
const CHILDREN: Partial<Readonly<Record<FieldKind, readonly Field[]>>> = {
  group: PRICES,
  repeater: PRICES,
  mixed_list: SHAPES,
};

const row = (id: string, values: JsonObject): JsonObject => ({ id, values });

/** Values of the types whose example says nothing without child fields. */
const VALUES: Partial<Readonly<Record<FieldKind, JsonValue>>> = {
  group: { f_guest: 'Adult', f_price: 30.5 },
  repeater: [row('r_1', { f_guest: 'Adult', f_price: 30.5 }), row('r_2', { f_guest: 'Child', f_price: 12 })],
  mixed_list: [row('r_1', { f_foot: { f_hours: 2 } }), row('r_2', { f_bus: { f_line: '214' } })],
};

/** What stands for things that values refer to. */
const REFERRED: Readonly<Record<ReferenceKind, JsonObject>> = {
  medium: {
    id: 'm_0000000001',
    url: '/media/m_0000000001',
    alt: 'A hut in snow',
    width: 1280,
    height: 800,
    variants: [],
  },
  entry: { id: 'e_0000000001', type: 'hut', slug: 'larch-hut', title: 'Larch Hut', url: '/huts/larch-hut' },
  term: {
    id: 'n_0000000001',
    taxonomy: 'area',
    slug: 'tarn-valley',
    label: 'Tarn valley',
    parent: null,
    url: '/site/areas/tarn-valley',
  },
  person: { id: 'p_0000000001', name: 'Ada Larch' },
};

const context: PresentContext = { refer: (kind) => REFERRED[kind], clean: (html) => html };

/** Shapes stand in mixed lists only, and a shared set shows the fields of a set. */
const isShown = ({ kind }: FieldType): boolean => kind !== 'shape' && kind !== 'shared_set';

/**
 * Shows every field type by a value: the reference of field types, and the list one is chosen from, are made of this.
 * @returns one for each type, in the order of the types
 * @example typeSamples().find(({ type }) => type.kind === 'number')?.json // => 2140
 */
export function typeSamples(): readonly TypeSample[] {
  const fields = fieldTypes.filter(isShown).map(({ kind, name }) =>
    field({
      id: `f_${kind}`,
      key: kind,
      label: name,
      kind,
      settings: SETTINGS[kind] ?? {},
      fields: CHILDREN[kind] ?? [],
    }),
  );
  const contentType = {
    ...plainType,
    id: 't_sample',
    key: 'sample',
    pluralKey: 'samples',
    singular: 'Sample',
    plural: 'Samples',
    icon: 'article',
    address: '/samples/{slug}',
  };
  const group = {
    ...plainGroup,
    id: 'g_sample',
    key: 'sample',
    label: 'Sample',
    appearsOn: appearsOnTypes(['t_sample']),
    fields,
  };
  const model = compileModel({ ...emptyModel, contentTypes: [contentType], groups: [group] });
  const type = model.typeById.get('t_sample');
  const values = Object.fromEntries(
    fieldTypes.map(({ kind, example }) => [`f_${kind}`, VALUES[kind] ?? example]),
  );
  if (!type) return [];
  const scope = resolveVisibility(model, type, values, factsFrom({ type: 't_sample' }));
  const presented = presentFields(type.fields, scope, PROGRAMS, context);
  return fields.flatMap(({ id }): readonly TypeSample[] => {
    const compiled = model.fields.get(id);
    if (!compiled) return [];
    const json = presented[compiled.key];
    const { type: own, behaviour, field: made } = compiled;
    const shows = json !== undefined && json !== null && !own.valueless;
    return [
      {
        type: own,
        field: compiled,
        value: own.refersTo === null ? (values[`f_${made.kind}`] ?? null) : null,
        json: own.valueless ? undefined : json,
        page: shows ? behaviour.display(json, undefined) : null,
      },
    ];
  });
}
