import type { Audience } from '../access/audience';
import type { Condition } from '../conditions/condition';
import { factsFrom } from '../evaluation/scope';
import type { FieldKind } from '../fields';
import type { ReferenceKind } from '../fields/reference';
import type { Values } from '../fields/repeater/row';
import type { JsonValue } from '../json';
import { compileModel } from '../model/compile';
import type { CompiledModel, CompiledType } from '../model/compiled';
import {
  emptyModel,
  field,
  plainGroup,
  plainType,
  type ContentType,
  type Field,
  type ModelDocument,
} from '../model/document';
import { appearsOnTypes } from '../model/reach';
import { PEOPLE, subjectOf } from '../model/subjects';
import { referencesOf } from '../values/references';
import { resolveVisibility } from '../values/visibility';
import { termsOf } from '../placement/terms-of';
import type { Thing, World } from '../queries/evaluate';
import type { RandomSource } from './random-source';

// Random models, entries and the world they make, for properties of queries: values of every kind at the top, in groups, in rows
// and in rows of rows, hidden or not, kept from programs or not, with relations both ways, terms that stand below each other, drafts
// and ids of what is not there.

const TYPES = ['t_a', 't_b'] as const;
const ZONE = 'y_zone';

export interface RandomTerm {
  readonly id: string;
  readonly taxonomyId: string;
  readonly parentId: string | null;
  readonly slug: string;
  readonly label: string;
  readonly position: number;
}

export interface RandomEntry {
  readonly id: string;
  readonly typeId: string;
  readonly slug: string;
  readonly title: string;
  readonly status: 'draft' | 'published';
  readonly values: Values;
  readonly publishedAt: string | null;
  readonly updatedAt: string;
}

/** A model with entries. */
export interface RandomContent {
  readonly document: ModelDocument;
  readonly model: CompiledModel;
  readonly entries: readonly RandomEntry[];
  readonly terms: readonly RandomTerm[];
  readonly people: readonly { readonly id: string; readonly name: string }[];
}

const KINDS: readonly FieldKind[] = [
  'text',
  'number',
  'switch',
  'date',
  'date_time',
  'one_choice',
  'several_choices',
  'relation',
  'person',
  'term',
];
const CHOICES = ['red', 'green', 'Blue'].map((value) => ({ value, label: value }));

const settingsFor = (kind: FieldKind, random: RandomSource): Field['settings'] => {
  if (kind === 'one_choice' || kind === 'several_choices') return { choices: CHOICES };
  if (kind === 'relation') return { types: random.chance(0.3) ? [] : [random.of(TYPES)] };
  return kind === 'term' ? { taxonomy: ZONE } : {};
};

const CONDITION: Condition = { kind: 'field', field: 'f_shows', operator: 'is_on' };

class ModelDrawing {
  private count = 0;

  constructor(private readonly random: RandomSource) {}

  private leaf(kind: FieldKind): Field {
    const { random } = this;
    this.count += 1;
    const several = ['text', 'date', 'relation', 'term', 'person'].includes(kind) && random.chance(0.4);
    return field({
      id: `f_${this.count}`,
      key: `k${this.count}`,
      label: `Field ${this.count}`,
      kind,
      settings: settingsFor(kind, random),
      many: several ? { min: null, max: null } : null,
      filterable: random.chance(0.9),
      inApi: random.chance(0.85),
      editors: random.chance(0.9) ? 'change' : 'nothing',
      shownWhen: random.chance(0.2) ? CONDITION : null,
    });
  }

  private around(kind: FieldKind, fields: readonly Field[]): Field {
    this.count += 1;
    const shownWhen = this.random.chance(0.15) ? CONDITION : null;
    return field({
      id: `f_${this.count}`,
      key: `k${this.count}`,
      label: kind,
      kind,
      shownWhen,
      fields: [...fields],
    });
  }

  private leaves(count: number): readonly Field[] {
    return Array.from({ length: count }, () => this.leaf(this.random.of(KINDS)));
  }

  group(): readonly Field[] {
    const nested = this.around('repeater', this.leaves(2));
    return [
      ...KINDS.map((kind) => this.leaf(kind)),
      this.around('group', this.leaves(3)),
      this.around('repeater', [...this.leaves(4), nested]),
    ];
  }
}

const typeNamed = (id: string): ContentType => ({
  ...plainType,
  id,
  key: id.slice(2),
  pluralKey: `${id.slice(2)}s`,
  singular: id,
  plural: `${id}s`,
  icon: 'article',
  address: `/${id}/{slug}`,
});

function drawModel(random: RandomSource): ModelDocument {
  const drawing = new ModelDrawing(random);
  const shows = field({ id: 'f_shows', key: 'shows', label: 'Shows', kind: 'switch', filterable: true });
  const groupFor = (id: string, types: readonly string[], fields: readonly Field[]) => ({
    ...plainGroup,
    id,
    key: id,
    label: id,
    appearsOn: appearsOnTypes([...types]),
    fields: [...fields],
  });
  return {
    ...emptyModel,
    contentTypes: TYPES.map(typeNamed),
    taxonomies: [
      { id: ZONE, key: 'zone', pluralKey: 'zones', singular: 'Zone', plural: 'Zones', tree: true },
    ],
    groups: [
      groupFor('g_both', TYPES, [shows]),
      groupFor('g_a', ['t_a'], drawing.group()),
      groupFor('g_b', ['t_b'], drawing.group()),
    ],
  };
}

/** Values to draw from, and to compare with: few, so that they meet. */
export const POOLS = {
  text: [
    '',
    'alpha',
    'Alpha',
    'Äpfel',
    'hut 2',
    'Hut 10',
    'ß_%',
    'straße',
    'zulu',
    '山',
    '2026-01-01',
    '2026-01-01T00:00:00Z',
    'exactly 10',
    'exactly 10 and more',
  ],
  number: [-1, 0, 0.5, 2, 10, 2000],
  date: ['2024-02-29', '2026-01-01', '2026-11-26', '1999-12-31'],
  dateTime: ['2026-11-26T08:00:00Z', '2026-01-01T00:00:00Z', '1999-12-31T23:59:59Z'],
  choice: ['red', 'green', 'Blue'],
  entries: ['e_0', 'e_1', 'e_2', 'e_3', 'e_4', 'e_5', 'e_gone'],
  terms: ['n_0', 'n_1', 'n_2', 'n_3', 'n_4', 'n_gone'],
  people: ['p_1', 'p_2', 'p_gone'],
} as const;

const valuePools: Partial<Record<FieldKind, readonly JsonValue[]>> = {
  text: POOLS.text,
  number: POOLS.number,
  switch: [true, false],
  date: POOLS.date,
  date_time: POOLS.dateTime,
  one_choice: POOLS.choice,
  relation: POOLS.entries,
  term: POOLS.terms,
  person: POOLS.people,
};

function drawValue(each: Field, random: RandomSource): JsonValue {
  if (random.chance(0.25)) return null;
  if (each.kind === 'group') return drawValues(each.fields, random);
  if (each.kind === 'repeater')
    return Array.from({ length: random.below(4) }, (_row, index) => ({
      id: `r_${index}`,
      values: drawValues(each.fields, random),
    }));
  // A draft may hold what its type does not take.
  if (random.chance(0.03)) return random.of<JsonValue>(['odd', 7, ['odd']]);
  if (each.kind === 'several_choices') return [...new Set(random.some(POOLS.choice, 3))];
  const pool = valuePools[each.kind] ?? [null];
  return each.many ? [...new Set(random.some(pool, 3))] : random.of(pool);
}

function drawValues(fields: readonly Field[], random: RandomSource): Values {
  const drawn = fields.map((each) => [each.id, drawValue(each, random)] as const);
  return Object.fromEntries(drawn.filter(([, value]) => value !== null));
}

const moment = (random: RandomSource): string =>
  `2026-0${1 + random.below(9)}-1${random.below(10)}T0${random.below(10)}:30:00.${random.of(['000', '125'])}Z`;

function drawEntry(document: ModelDocument, index: number, random: RandomSource): RandomEntry {
  const typeId = TYPES[index % 2] ?? 't_a';
  const fields = document.groups
    .filter(({ id }) => id === 'g_both' || id === `g_${typeId.slice(2)}`)
    .flatMap((group) => group.fields);
  return {
    id: `e_${index}`,
    typeId,
    slug: `s${index}`,
    title: random.of(POOLS.text.slice(1)),
    status: random.chance(0.7) ? 'published' : 'draft',
    values: drawValues(fields, random),
    publishedAt: random.chance(0.7) ? moment(random) : null,
    updatedAt: moment(random),
  };
}

/** Draws a model and its content. */
export function drawContent(random: RandomSource): RandomContent {
  const document = drawModel(random);
  const terms = [0, 1, 2, 3, 4].map((index): RandomTerm => {
    const parentId = index > 0 && random.chance(0.7) ? `n_${random.below(index)}` : null;
    const label = random.of(POOLS.text.slice(1));
    return { id: `n_${index}`, taxonomyId: ZONE, parentId, slug: `z${index}`, label, position: index };
  });
  return {
    document,
    model: compileModel(document),
    entries: Array.from({ length: 10 }, (_entry, index) => drawEntry(document, index, random)),
    terms,
    people: [
      { id: 'p_1', name: 'Ada' },
      { id: 'p_2', name: 'Bo' },
    ],
  };
}

/** The same content as something that paths and conditions can be asked of, for an audience. */
export class RandomWorld implements World {
  private readonly byKey = new Map<string, Thing>();
  private readonly parents: ReadonlyMap<string, string | null>;

  constructor({ model, entries, terms, people }: RandomContent, audience: Audience) {
    this.parents = new Map(terms.map(({ id, parentId }) => [id, parentId]));
    const add = (
      kind: ReferenceKind,
      id: string,
      type: CompiledType,
      thing: Omit<Thing, 'kind' | 'id' | 'type'>,
    ) => this.byKey.set(`${kind} ${id}`, { kind, id, type, ...thing });
    const nothing = (type: CompiledType, id: string) =>
      resolveVisibility(model, type, {}, factsFrom({ type: type.contentType.id, entry: id }));
    for (const { id, taxonomyId, label, slug } of terms) {
      const type = subjectOf(model, taxonomyId);
      add('term', id, type, { scope: nothing(type, id), properties: { id, label, slug } });
    }
    for (const { id, name } of people) {
      const type = subjectOf(model, PEOPLE);
      add('person', id, type, { scope: nothing(type, id), properties: { id, name } });
    }
    for (const { id, typeId, status, values, ...more } of entries) {
      const type = model.typeById.get(typeId);
      if (!type || (status === 'draft' && audience.kind !== 'person')) continue;
      const facts = factsFrom({ type: typeId, status, entry: id, term: termsOf(type, values, this.parents) });
      const { slug, title, publishedAt, updatedAt } = more;
      add('entry', id, type, {
        scope: resolveVisibility(model, type, values, facts),
        properties: { id, slug, title, status, published_at: publishedAt, updated_at: updatedAt },
      });
    }
  }

  /** The entries of a type that the audience sees. */
  entriesOf(type: CompiledType): readonly Thing[] {
    return [...this.byKey.values()].filter((thing) => thing.kind === 'entry' && thing.type === type);
  }

  thing(kind: ReferenceKind, id: string): Thing | null {
    return this.byKey.get(`${kind} ${id}`) ?? null;
  }

  referrers(type: CompiledType, fieldId: string, target: string): readonly Thing[] {
    return this.entriesOf(type).filter(({ scope }) =>
      referencesOf(type.fields, scope).some(({ field: { id }, id: to }) => id === fieldId && to === target),
    );
  }

  parent(term: Thing): Thing | null {
    const id = this.parents.get(term.id);
    return id ? this.thing('term', id) : null;
  }

  children(term: Thing): readonly Thing[] {
    return [...this.parents].flatMap(([id, parent]) => {
      const child = parent === term.id ? this.thing('term', id) : null;
      return child ? [child] : [];
    });
  }

  ancestorsOrSelf(term: Thing): readonly Thing[] {
    const found: Thing[] = [];
    for (let id: string | null | undefined = term.id; id; id = this.parents.get(id)) {
      const thing = this.thing('term', id);
      if (thing) found.push(thing);
    }
    return found;
  }
}
