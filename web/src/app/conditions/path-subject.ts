import { said } from '@tovlet/core/locale/say';
import { choicesOf } from '@tovlet/core/fields/choices';
import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term } from '@tovlet/core/fields/term/term';
import { entryStatuses } from '@tovlet/core/contracts/studio';
import type { ResolvedPath } from '@tovlet/core/paths/resolve';
import { controlOf, type ValueSubject } from './subjects';

/** What is given by an id, where a path ends on a thing itself. */
function itself({ hops, types }: ResolvedPath): ValueSubject {
  const kind = hops.at(-1)?.to.kind ?? 'entry';
  const ids = types.map(({ contentType }) => contentType.id);
  if (kind === 'term') return { control: 'term', options: [], ...(ids[0] ? { taxonomy: ids[0] } : {}) };
  return kind === 'person'
    ? { control: 'person', options: [] }
    : { control: 'entry', options: [], types: ids };
}

/** What the value beside an operator is given by, for what stands at the end of a path. */
export function pathSubject(path: ResolvedPath): ValueSubject {
  const { end } = path;
  if (end.kind === 'property') {
    if (end.property === 'id') return itself(path);
    if (end.property === 'status')
      return { control: 'options', options: entryStatuses.map((value) => ({ value, label: said(value) })) };
    return { control: end.plan.holds === 'moment' ? 'date' : 'text', options: [] };
  }
  const { field } = end.field;
  const taxonomy = settingsOf(term, field)?.taxonomy;
  return {
    control: controlOf(end.field),
    options: choicesOf(field),
    ...(taxonomy ? { taxonomy } : {}),
    types: settingsOf(relation, field)?.types ?? [],
  };
}
