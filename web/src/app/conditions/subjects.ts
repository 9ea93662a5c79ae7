import { say } from '@tovlet/core/locale/say';
import { choicesOf } from '@tovlet/core/fields/choices';
import type { Comparison, EntryProperty } from '@tovlet/core/conditions/condition';
import type { OperatorKind } from '@tovlet/core/conditions/operators/index';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import { pageTemplates } from '@tovlet/core/model/page-templates';

/** How the value beside an operator is given. */
export type ValueControl = 'text' | 'number' | 'date' | 'options' | 'entry' | 'term' | 'person';

export interface ValueOption {
  readonly value: string;
  readonly label: string;
}

/** What the value beside an operator is given by. */
export interface ValueSubject {
  readonly control: ValueControl;
  readonly options: readonly ValueOption[];
  /** The taxonomy whose terms are offered; all where there is none. */
  readonly taxonomy?: string;
  /** The ids of the types whose entries are offered; all where there are none. */
  readonly types?: readonly string[];
}

/** Something a comparison can be about. */
export interface Subject extends ValueSubject {
  readonly id: string;
  readonly label: string;
  readonly operators: readonly OperatorKind[];
  /** Whether the comparison goes over rows, seen from where it stands. */
  readonly acrossRows: boolean;
  /** A comparison about it with its first operator and no value. */
  readonly blank: Comparison;
}

const CHOICE_OPERATORS: readonly OperatorKind[] = ['is', 'is_not', 'is_one_of', 'is_none_of'];

function property(
  name: EntryProperty,
  label: string,
  control: ValueControl,
  options: readonly ValueOption[],
): Subject {
  return {
    id: name,
    label,
    operators: CHOICE_OPERATORS,
    control,
    options,
    acrossRows: false,
    blank: { kind: 'property', property: name, operator: 'is' },
  };
}

/** What *Appears on* can be about. */
export function placementSubjects(model: CompiledModel): readonly Subject[] {
  const types = [...model.types, ...model.subjects].map(({ contentType: { id, singular } }) => ({
    value: id,
    label: singular,
  }));
  const statuses = [
    { value: 'draft', label: say`draft` },
    { value: 'published', label: say`published` },
  ];
  const templates = model.types.flatMap(({ contentType }) =>
    pageTemplates(contentType).map(({ id, label }) => ({
      value: id,
      label: `${label} (${contentType.singular})`,
    })),
  );
  const roles = ['developer', 'editor', 'reader'].map((role) => ({ value: role, label: role }));
  return [
    property('type', say`Type`, 'options', types),
    property('status', say`Status`, 'options', statuses),
    {
      ...property('term', 'Term', 'term', []),
      operators: ['contains', 'contains_not'],
      blank: { kind: 'property', property: 'term', operator: 'contains' },
    },
    {
      ...property('parent', say`Parent`, 'entry', []),
      operators: [...CHOICE_OPERATORS, 'is_empty', 'is_filled'],
    },
    property('template', say`Template`, 'options', templates),
    property('role', say`Author’s role`, 'options', roles),
    property('entry', 'Entry', 'entry', []),
  ];
}

/** How a value of a field is given. */
export function controlOf({ type }: CompiledField): ValueControl {
  if (type.controls.some(({ control }) => control === 'choices')) return 'options';
  if (type.kind === 'date' || type.kind === 'date_time') return 'date';
  if (type.refersTo === 'entry' || type.refersTo === 'term' || type.refersTo === 'person')
    return type.refersTo;
  return type.index === 'float8' ? 'number' : 'text';
}

/**
 * What *Shown when* of a field or block can be about: the nearest values first, and never the field itself.
 * @param standing ids of the repeaters around, the outermost first
 */
export function fieldSubjects(
  fields: Iterable<CompiledField>,
  standing: readonly string[],
  self: string | null,
): readonly Subject[] {
  const all = [...fields];
  const singles = new Set(all.filter(({ type }) => type.holds === 'one').map(({ id }) => id));
  const subjects = all
    .filter(
      ({ id, field, ancestors, type }) =>
        id !== self && field.active && !ancestors.includes(self ?? '') && type.operators.length > 0,
    )
    .map((field): Subject & { readonly distance: number } => {
      // What stands in groups is one value all the same, seen from outside of them.
      const apart = field.ancestors.findIndex((ancestor, index) => standing[index] !== ancestor);
      const within = apart < 0 || field.ancestors.slice(apart).every((ancestor) => singles.has(ancestor));
      const [first = 'is_filled'] = field.type.operators;
      return {
        id: field.id,
        label: field.ancestors.length > 0 && !within ? say`${field.label} (in rows)` : field.label,
        operators: field.type.operators,
        control: controlOf(field),
        options: choicesOf(field.field),
        acrossRows: !within,
        blank: {
          kind: 'field',
          field: field.id,
          operator: first,
          ...(within ? {} : { rows: 'any' as const }),
        },
        distance: within ? standing.length - (apart < 0 ? field.ancestors.length : apart) : 100,
      };
    });
  return subjects.sort((a, b) => a.distance - b.distance);
}
