import type { Context } from 'liquidjs';
import { evaluate } from '../evaluation/evaluate';
import type { Condition } from '../conditions/condition';
import type { Scope } from '../evaluation/scope';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { walkBlocks, type Block } from './template';

/** Something that a page reads beyond its entry. */
export interface ThingAround {
  readonly type: CompiledType;
  /** Its scope with hidden fields marked. */
  readonly scope: Scope;
}

/** What a page is rendered from. */
export interface RenderInput {
  readonly model: CompiledModel;
  readonly type: CompiledType;
  /** The entry's scope with hidden fields marked. */
  readonly scope: Scope;
  /** The entry presented for pages, with its own properties. */
  readonly entry: JsonObject;
  readonly site: JsonObject;
  /** What was read with the entry, by id: conditions in lists of things look at them. */
  readonly around: ReadonlyMap<string, ThingAround>;
  /** The blocks whose conditions the template may ask for. */
  readonly blocks: readonly Block[];
}

/** What one rendering knows beside what its template can name. */
export class RenderState {
  private rowScopes: WeakMap<object, Scope> | null = null;
  private conditions: ReadonlyMap<string, Condition> | null = null;

  constructor(readonly input: RenderInput) {}

  /** Whether the condition of a block holds, seen from a row or, outside of loops, from the entry. */
  holds(blockId: string, row: unknown): boolean {
    const condition = this.conditionOf(blockId);
    return !condition || this.holdsFor(condition, row);
  }

  /** Whether a condition holds, seen from a row or, outside of loops, from the entry. */
  holdsFor(condition: Condition, row: unknown): boolean {
    const scope = typeof row === 'object' && row !== null ? this.scopeOfRow(row) : undefined;
    return evaluate(condition, scope ?? this.input.scope, this.input.model.fields);
  }

  private conditionOf(blockId: string): Condition | undefined {
    if (!this.conditions) {
      const conditions = new Map<string, Condition>();
      walkBlocks(this.input.blocks, ({ id, shownWhen }) => {
        if (shownWhen) conditions.set(id, shownWhen);
      });
      this.conditions = conditions;
    }
    return this.conditions.get(blockId);
  }

  private scopeOfRow(row: object): Scope | undefined {
    this.rowScopes ??= scopesOfRows(this.input);
    return this.rowScopes.get(row);
  }
}

/** Finds the things in what is presented, at any depth. */
function visitThings(
  value: JsonValue,
  around: RenderInput['around'],
  seen: WeakSet<object>,
  found: (presented: JsonObject, thing: ThingAround) => void,
): void {
  if (isJsonList(value)) for (const each of value) visitThings(each, around, seen, found);
  // What stands in several places is the same thing.
  if (!isJsonObject(value) || seen.has(value)) return;
  seen.add(value);
  const thing = typeof value['id'] === 'string' ? around.get(value['id']) : undefined;
  if (thing) found(value, thing);
  for (const each of Object.values(value)) visitThings(each, around, seen, found);
}

/** Remembers which scope each presented row and thing was made from, rows within rows included. */
function scopesOfRows({ type, scope, entry, around: things }: RenderInput): WeakMap<object, Scope> {
  const scopes = new WeakMap<object, Scope>();
  const visit = (fields: readonly CompiledField[], around: Scope, presented: JsonObject): void => {
    for (const field of fields.filter(({ type: { holds } }) => holds !== null)) {
      const value = presented[field.key] ?? null;
      const items: readonly JsonValue[] = isJsonList(value) ? value : [value];
      around.rows(field.id).forEach((inner, index) => {
        const item = items[index] ?? null;
        if (!isJsonObject(item)) return;
        if (field.type.rows) scopes.set(item, inner);
        visit(field.children, inner, item);
      });
    }
  };
  visit(type.fields, scope, entry);
  if (things.size === 0) return scopes;
  visitThings(entry, things, new WeakSet(), (presented, thing) => {
    if (scopes.has(presented)) return;
    scopes.set(presented, thing.scope);
    visit(thing.type.fields, thing.scope, presented);
  });
  return scopes;
}

/** Kept apart from what a template can name, so that no template can read it. */
const states = new WeakMap<object, RenderState>();

/** Makes the globals of one rendering, which lead its tags and filters to its state. */
export function globalsFor(state: RenderState): object {
  const globals = {};
  states.set(globals, state);
  return globals;
}

/** The state of the rendering that a tag or filter stands in; undefined outside of one. */
export const stateOf = (context: Context): RenderState | undefined => states.get(context.globals);
