import { maySeeUnasked } from '../../access/unasked';
import type { CompiledField, CompiledType } from '../../model/compiled';
import type { Binding } from '../binding';
import { nameOfThing } from '../named';
import { pageFields } from '../default-template';
import type { Head } from './head';

/** Kinds of fields whose values describe an entry, and stand for it as a picture. */
const TEXTS: ReadonlySet<string> = new Set(['long_text', 'rich_text']);
const PICTURES: ReadonlySet<string> = new Set(['image', 'gallery']);

const bound = (path: string): Binding => ({ source: 'entry', path, format: null, fallback: '' });

/** The first field of some kinds that may stand where nobody chose it; what the page order leaves out is left out here too. */
const firstOf = (type: CompiledType, kinds: ReadonlySet<string>): CompiledField | undefined =>
  pageFields(type).find(({ field, shown }) => shown && kinds.has(field.type.kind) && maySeeUnasked(field))
    ?.field;

/**
 * What is told of pages of a type where their template says nothing: the title, the first running text, the first picture.
 * @example usualHead(hut).description // => { binding: { path: 'f_description', … } }
 */
export function usualHead(type: CompiledType): Head {
  const text = firstOf(type, TEXTS);
  const picture = firstOf(type, PICTURES);
  return {
    title: { binding: bound(nameOfThing[type.kind]) },
    ...(text ? { description: { binding: bound(text.id) } } : {}),
    ...(picture ? { image: bound(picture.id) } : {}),
    thing: 'WebPage',
  };
}
