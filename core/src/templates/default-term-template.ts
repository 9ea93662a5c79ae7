import { VISITORS } from '../access/audience';
import { newId } from '../ids';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { alikeOptions } from '../queries/alike-options';
import { PLAIN_LIST } from '../queries/listed';
import { defaultTemplate, titleOf, valueBlocks } from './default-template';
import { findList } from './found-path';
import { listOfType } from './listed';
import { LINK_FORMAT } from './formats';
import { wholeTypeBlocks } from './put-on-page';
import { onPages, seatsOf } from './seats';
import { block, type Block, type TemplateContent } from './template';

/** The way to the term. */
const above = (): Block => block({ id: 'b_above', kind: 'breadcrumbs' });

/** The terms right below. */
const below = (): Block =>
  block({
    id: 'b_below',
    kind: 'list',
    properties: {
      rows: { constant: 'children' },
      columns: { constant: [{ field: 'label', format: LINK_FORMAT }] },
      marks: { constant: 'lines' },
    },
  });

/** The entries of a type that have the term or one below it; nothing where the type has no such terms. */
function having(type: CompiledType, terms: CompiledType, model: CompiledModel): readonly Block[] {
  const [seats, context] = [seatsOf(terms), onPages(model)];
  const option = alikeOptions(type, seats[0].at, model, VISITORS).find(({ alike }) => alike.as === 'id');
  const path = listOfType(type.contentType.id);
  const list = findList(path, seats, context);
  const [best] = list ? wholeTypeBlocks(path, list) : [];
  if (!option || !best) return [];
  const properties = { heading: { constant: type.contentType.plural }, ...best.properties };
  const query = { ...PLAIN_LIST, alike: [option.alike], take: 24 };
  return [block({ id: newId('b'), kind: best.kind, properties, query })];
}

/** What the page of a term begins with in the builder: where it stands, its values, what stands below it, what has it. */
const defaultTermTemplate = (terms: CompiledType, model: CompiledModel): TemplateContent => ({
  mode: 'blocks',
  blocks: [
    above(),
    titleOf(terms),
    ...valueBlocks(terms),
    below(),
    ...model.types
      .filter(({ contentType }) => contentType.features.page)
      .flatMap((type) => having(type, terms, model)),
  ],
  liquid: '',
});

/** Makes the template that pages of a type begin with, where none is saved. */
export const beginningOf = (type: CompiledType, model: CompiledModel): TemplateContent =>
  type.kind === 'term' ? defaultTermTemplate(type, model) : defaultTemplate(type);
