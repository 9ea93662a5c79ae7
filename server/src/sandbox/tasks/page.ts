import type { EntryFacts } from '@tovlet/core/evaluation/scope';
import type { JsonObject } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { modelDocumentSchema } from '@tovlet/core/model/document';
import { createLiquid, renderByLiquid } from '@tovlet/core/templates/render';
import type { ThingAround } from '@tovlet/core/templates/render-state';
import type { Block } from '@tovlet/core/templates/template';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { invariant } from '@tovlet/core/invariant';
import type { Template } from 'liquidjs';
import type { TaskContext, TaskRunner } from './task';

/** Something that was read with an entry. */
export interface ThingTask {
  readonly id: string;
  readonly type: string;
  readonly values: JsonObject;
  readonly facts: EntryFacts;
}

/** Renders the content of an entry's page from Liquid. */
export interface PageTask {
  readonly kind: 'page';
  /** What the model document is kept under. */
  readonly model: string;
  readonly type: string;
  /** The stored values that conditions look at, without secrets. */
  readonly values: JsonObject;
  readonly facts: EntryFacts;
  /** The entry as pages get it. */
  readonly entry: JsonObject;
  readonly site: JsonObject;
  /** What was read with the entry, without secrets. */
  readonly around: readonly ThingTask[];
  readonly liquid: string;
  /** The blocks whose conditions the Liquid asks for. */
  readonly blocks: readonly Block[];
}

const engine = createLiquid();

/** Models and parsed templates are made once for as long as they are in use. */
const KEPT = 20;
const models = new Map<string, CompiledModel>();
const templates = new Map<string, Template[]>();

function once<Value>(map: Map<string, Value>, key: string, make: () => Value): Value {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  if (map.size >= KEPT) map.clear();
  map.set(key, made);
  return made;
}

// What is kept under a model's key was sent by this server's own main process.

const modelFor = (key: string, context: TaskContext): CompiledModel =>
  once(models, key, () => compileModel(modelDocumentSchema.parse(context.kept(key))));

function thingAround(
  model: CompiledModel,
  { id, type: typeId, values, facts }: ThingTask,
): readonly (readonly [string, ThingAround])[] {
  const type = model.subjectById.get(typeId);
  return type ? [[id, { type, scope: resolveVisibility(model, type, values, facts) }]] : [];
}

export const pageTask: TaskRunner<PageTask, string> = {
  run({ model: key, type: typeId, values, facts, entry, site, around, liquid, blocks }, context) {
    const model = modelFor(key, context);
    const type = model.subjectById.get(typeId);
    invariant(type, 'a page is rendered for a type of the model that was sent');
    const scope = resolveVisibility(model, type, values, facts);
    const parsed = once(templates, liquid, () => engine.parse(liquid));
    const things = new Map(around.flatMap((thing) => thingAround(model, thing)));
    return renderByLiquid(engine, parsed, { model, type, scope, entry, site, around: things, blocks });
  },
};
