import { pathSchema, type Path, type Step } from './path';
import { propertyNames } from './properties';
import { CHILDREN } from './steps/children';
import { PARENT } from './steps/parent';

/** The most characters of a path that is written as one text. */
export const PATH_TEXT_LIMIT = 400;

/** How each kind of step is written. A field stands by its id, what everything has by its name. */
const written: { readonly [Kind in Step['kind']]: (step: Extract<Step, { readonly kind: Kind }>) => string } =
  {
    field: ({ field }) => field,
    property: ({ property }) => property,
    backwards: ({ type, field }) => `<${type}.${field}`,
    ancestor_or_self: () => '^',
    parent: () => PARENT,
    children: () => CHILDREN,
    entries: ({ type, list }) => (list === null ? `*${type}` : `*${type}.${list}`),
  };

const writtenStep = <Kind extends Step['kind']>(step: Extract<Step, { readonly kind: Kind }>): string => {
  const write: (step: Extract<Step, { readonly kind: Kind }>) => string = written[step.kind];
  return write(step);
};

/**
 * Writes a path as one text, so that it can stand wherever a block names a field.
 * @example pathText([{ kind: 'field', field: 'f_wardens' }, { kind: 'property', property: 'title' }]) // => 'f_wardens/title'
 */
export const pathText = (path: Path): string => path.map((step) => writtenStep(step)).join('/');

function stepFrom(text: string): Step {
  if (text === '^') return { kind: 'ancestor_or_self' };
  if (text === PARENT || text === CHILDREN) return { kind: text };
  const [, listed, list = null] = /^\*([^.]+)(?:\.(.+))?$/.exec(text) ?? [];
  if (listed !== undefined) return { kind: 'entries', type: listed, list };
  const [, type, field] = /^<([^.]+)\.(.+)$/.exec(text) ?? [];
  if (type !== undefined && field !== undefined) return { kind: 'backwards', type, field };
  return propertyNames.has(text) ? { kind: 'property', property: text } : { kind: 'field', field: text };
}

/**
 * Reads a path from its text.
 * @returns null where it is none: empty, or longer than paths are
 * @example pathFromText('f_area/^') // => [{ kind: 'field', field: 'f_area' }, { kind: 'ancestor_or_self' }]
 */
export function pathFromText(text: string): Path | null {
  if (text.length > PATH_TEXT_LIMIT) return null;
  const steps = text.split('/').map(stepFrom);
  const read = pathSchema.safeParse(steps);
  return read.success && steps.every((step) => step.kind !== 'field' || step.field !== '') ? read.data : null;
}

/**
 * Lists the fields that a path goes through, by their permanent ids.
 * @example fieldsOf([{ kind: 'backwards', type: 't_route', field: 'f_start' }]) // => ['f_start']
 */
export const fieldsOf = (path: Path): readonly string[] =>
  path.flatMap((step) => ('field' in step ? [step.field] : []));

/**
 * Reads several paths from one text with commas between.
 * @returns the paths by their texts; what is none is left out
 * @example [...pathsFromTexts('f_altitude,f_area/label').keys()] // => ['f_altitude', 'f_area/label']
 */
export function pathsFromTexts(text: string): ReadonlyMap<string, Path> {
  const paths = new Map<string, Path>();
  for (const each of text.split(',').filter(Boolean)) {
    const path = pathFromText(each);
    if (path) paths.set(each, path);
  }
  return paths;
}
