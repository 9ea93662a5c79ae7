import { VISITORS } from '../access/audience';
import { Scope } from '../evaluation/scope';
import type { PresentContext } from '../fields/field-type';
import type { JsonObject } from '../json';
import type { Field } from '../model/document';
import { compileTree } from '../templates/compile';
import { createLiquid, renderByLiquid, renderByTree } from '../templates/render';
import type { Block } from '../templates/template';
import { liquidOf, writerOf } from '../templates/tree';
import { plainContext } from '../values/compute';
import { presentFields } from '../values/present';
import { facts, modelWith, typeOf } from './model';

const liquid = createLiquid();

/** A page of blocks over an entry with some fields. */
export interface RenderedFrom {
  readonly fields: readonly Field[];
  readonly values: JsonObject;
  readonly refer?: PresentContext['refer'];
}

/**
 * Renders blocks in both ways there are.
 * @returns the markup of each; they are the same, unless something is wrong
 */
export function renderBlocks(
  { fields, values, refer = () => null }: RenderedFrom,
  ...blocks: readonly Block[]
): { readonly byLiquid: string; readonly byFunction: string | null } {
  const model = modelWith(...fields);
  const type = typeOf(model);
  const scope = Scope.ofEntry(facts, values);
  const presented = presentFields(type.fields, scope, VISITORS, { ...plainContext, refer });
  const entry: JsonObject = { title: 'Larch Hut', ...presented };
  const tree = compileTree({ mode: 'blocks', liquid: '', blocks: [...blocks] }, type, model);
  const input = { model, type, scope, entry, site: {}, around: new Map(), blocks };
  const write = writerOf(tree);
  return {
    byLiquid: renderByLiquid(liquid, liquid.parse(liquidOf(tree)), input),
    byFunction: write && renderByTree(write, input),
  };
}
