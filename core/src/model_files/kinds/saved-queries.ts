import { slugFromTitle } from '../../model/keys';
import { filedViewSchema, type FiledView, type ModelState } from '../model-state';
import { fileKind } from './file-kind';

/** Two views may have one name: the id tells them apart. */
function stem({ type, name, id }: FiledView, { document, views }: ModelState): string {
  const key = document.contentTypes.find((each) => each.id === type)?.key ?? 'gone';
  const own = `${key}-${slugFromTitle(name)}`;
  const isOnly = views.filter((each) => each.type === type && each.name === name).length === 1;
  return isOnly ? own : `${own}-${id}`;
}

/** Views of lists that everybody sees; those of one person stay theirs. */
export const savedQueries = fileKind({
  folder: 'saved-queries',
  noun: 'saved query',
  schema: filedViewSchema,
  of: ({ views }) => views,
  stem,
  toFile: (thing) => thing,
  fromFile: (thing) => thing,
});
