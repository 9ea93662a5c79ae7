import { shapes } from '@tovlet/core/delivery/shapes/index';
import { liquid } from '@codemirror/lang-liquid';
import type { Extension } from '@codemirror/state';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { entryPaths } from '@tovlet/core/model/entry-properties';

/** Liquid with completion of the values there are for a type. */
export function liquidFor(type: CompiledType): Extension {
  const variable = (label: string) => ({ label, type: 'variable' });
  return liquid({
    variables: [variable('entry'), variable('site')],
    filters: [
      { label: 'display', type: 'function' },
      { label: 'day', type: 'function' },
    ],
    tags: [
      { label: 'shown_when', type: 'keyword' },
      { label: 'end_shown_when', type: 'keyword' },
    ],
    properties: (path) => {
      if (path[0] === 'site' && path.length === 1) return [{ label: 'name', type: 'property' }];
      if (path[0] !== 'entry') return [];
      if (path.length === 1) {
        return [...entryPaths, ...type.fields.map(({ key }) => key)].map((label) => ({
          label,
          type: 'property',
        }));
      }
      const field = type.byKey.get(path[1] ?? '');
      const image = field?.type.shape === 'Image' ? Object.keys(shapes.Image.members) : [];
      return image.map((label) => ({ label, type: 'property' }));
    },
  });
}
