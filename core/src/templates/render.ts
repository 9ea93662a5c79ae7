import {
  Liquid,
  Tag,
  type Context,
  type Emitter,
  type TagToken,
  type Template,
  type TopLevelToken,
} from 'liquidjs';
import { evaluate } from '../conditions/evaluate';
import type { Condition } from '../conditions/condition';
import type { Scope } from '../conditions/scope';
import { escapeHtml } from '../fields/html';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { walkBlocks, type Block } from './template';

/** What a page is rendered from. */
export interface RenderInput {
  readonly model: CompiledModel;
  readonly type: CompiledType;
  /** The entry's scope with hidden fields marked. */
  readonly scope: Scope;
  /** The entry presented for pages, with its own properties. */
  readonly entry: JsonObject;
  readonly site: JsonObject;
  /** The blocks whose conditions the template may ask for. */
  readonly blocks: readonly Block[];
}

interface RenderState {
  readonly input: RenderInput;
  readonly conditions: ReadonlyMap<string, Condition>;
  readonly rowScopes: WeakMap<object, Scope>;
}

/** Kept apart from what a template can name, so that no template can read it. */
const states = new WeakMap<object, RenderState>();

const stateOf = (context: Context): RenderState | undefined => states.get(context.globals);

function findByPath(type: CompiledType, path: string): CompiledField | undefined {
  const [first = '', ...rest] = path.split('.');
  return rest.reduce<CompiledField | undefined>(
    (field, key) => field?.children.find((child) => child.key === key),
    type.byKey.get(first),
  );
}

/** Runs its content when the condition of a block holds, seen from the row it stands in. */
class ShownWhen extends Tag {
  private readonly blockId: string;
  private readonly templates: Template[] = [];

  constructor(token: TagToken, remaining: TopLevelToken[], liquid: Liquid) {
    super(token, remaining, liquid);
    this.blockId = token.args.trim().replace(/^"|"$/g, '');
    const stream = liquid.parser
      .parseStream(remaining)
      .on('tag:end_shown_when', () => stream.stop())
      .on('template', (template: Template) => this.templates.push(template))
      .on('end', () => {
        throw new Error(`tag ${token.getText()} not closed`);
      });
    stream.start();
  }

  *render(context: Context, emitter: Emitter): Generator<unknown, void, unknown> {
    const state = stateOf(context);
    const condition = state?.conditions.get(this.blockId);
    const row: unknown = context.getSync(['row']);
    const scope =
      (typeof row === 'object' && row !== null ? state?.rowScopes.get(row) : null) ?? state?.input.scope;
    if (!state || !scope || (condition && !evaluate(condition, scope, state.input.model.fields))) return;
    yield this.liquid.renderer.renderTemplates(this.templates, context, emitter);
  }
}

/**
 * Makes the Liquid engine that renders pages: escaping by default, bounded in time, length and memory.
 *
 * It adds to the language: the filter `display: "path", "format"`, which writes a field's value as its type does; the
 * filter `day`, which writes a time as a day; and the tag `shown_when`, which asks for a block's condition.
 */
export function createLiquid(): Liquid {
  const liquid = new Liquid({
    ownPropertyOnly: true,
    outputEscape: 'escape',
    strictFilters: true,
    strictVariables: false,
    parseLimit: 500_000,
    renderLimit: 2_000,
    memoryLimit: 20_000_000,
    // A page never includes files.
    templates: {},
  });
  liquid.registerFilter('display', function (value: unknown, path: unknown, format: unknown) {
    const state = stateOf(this.context);
    const field = state && findByPath(state.input.type, String(path));
    if (value === null || value === undefined || !field) return '';
    const shown = field.behaviour.display(
      value as JsonValue,
      typeof format === 'string' ? format : undefined,
    );
    return 'html' in shown ? shown.html : escapeHtml(shown.text);
  });
  liquid.registerFilter('day', (value: unknown) =>
    typeof value === 'string' && !Number.isNaN(Date.parse(value))
      ? new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(value))
      : '',
  );
  liquid.registerTag('shown_when', ShownWhen);
  return liquid;
}

/** Remembers which scope each presented row was made from. */
function scopesOfRows({ type, scope, entry }: RenderInput): WeakMap<object, Scope> {
  const scopes = new WeakMap<object, Scope>();
  for (const field of type.fields) {
    const presented = entry[field.key] ?? null;
    if (!field.type.rows || !isJsonList(presented)) continue;
    scope.rows(field.id).forEach((row, index) => {
      const item = presented[index] ?? null;
      if (isJsonObject(item)) scopes.set(item, row);
    });
  }
  return scopes;
}

/**
 * Renders a parsed template for one entry.
 * @param templates what `liquid.parse` answered
 * @returns HTML
 * @throws LiquidError when the template asks for what does not exist or goes beyond a limit
 */
export function renderTemplate(liquid: Liquid, templates: Template[], input: RenderInput): string {
  const conditions = new Map<string, Condition>();
  walkBlocks(input.blocks, ({ id, shownWhen }) => {
    if (shownWhen) conditions.set(id, shownWhen);
  });
  const globals = {};
  states.set(globals, { input, conditions, rowScopes: scopesOfRows(input) });
  return String(liquid.renderSync(templates, { entry: input.entry, site: input.site }, { globals }));
}
