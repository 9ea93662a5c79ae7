import type { CompiledType } from '@tovlet/core/model/compiled';
import { compileTemplate } from '@tovlet/core/templates/compile';
import { defaultTemplate } from '@tovlet/core/templates/default-template';
import { createLiquid, renderTemplate } from '@tovlet/core/templates/render';
import type { Block } from '@tovlet/core/templates/template';
import { LiquidError, type Template } from 'liquidjs';
import { ProblemException } from '../http/problem';
import type { PresentedEntry } from '../delivery/presenter';
import { workspaceName } from '../resources/session/queries';
import { savedTemplate } from '../resources/templates/queries';
import type { Services } from '../services';
import { layout } from './layout';

const liquid = createLiquid();

/** Parses Liquid. @throws LiquidError with the place of the mistake */
export function parseLiquid(source: string): Template[] {
  return liquid.parse(source);
}

/** Refuses Liquid that does not parse, naming the line. */
export function assertParses(source: string): void {
  try {
    parseLiquid(source);
  } catch (error) {
    if (!(error instanceof LiquidError)) throw error;
    const message = error.message.split('\n')[0] ?? 'The Liquid does not parse.';
    throw new ProblemException('invalid', message, [{ path: '/content/liquid', message }]);
  }
}

interface ParsedTemplate {
  /** When it was saved; empty for the one made from the page order. Versions begin anew after a reset. */
  readonly savedAt: string;
  readonly templates: Template[];
  readonly blocks: readonly Block[];
}

/** Parsed templates by the compiled type they were compiled for, and their ids: another model means another key. */
const parsed = new WeakMap<CompiledType, Map<string, ParsedTemplate>>();

/**
 * Compiles and parses a template of a type, once for each version of template and model.
 * @param id as `templateOf` tells it; one that is not saved yet shows what the standard one shows
 */
export async function templateFor(
  services: Services,
  type: CompiledType,
  id: string,
): Promise<ParsedTemplate> {
  const saved = await savedTemplate(services.database, id);
  const standard = type.contentType.id;
  if (!saved && id !== standard) return templateFor(services, type, standard);
  const savedAt = saved?.updatedAt ?? '';
  const ofType = parsed.get(type) ?? new Map<string, ParsedTemplate>();
  parsed.set(type, ofType);
  const known = ofType.get(id);
  if (known?.savedAt === savedAt) return known;
  const content = saved?.content ?? defaultTemplate(type);
  const next = {
    savedAt,
    templates: parseLiquid(compileTemplate(content, type)),
    blocks: content.blocks,
  };
  ofType.set(id, next);
  return next;
}

/** Renders the whole page of an entry. @throws LiquidError when the template goes beyond a limit */
export async function renderPage(
  { models, database }: Services,
  type: CompiledType,
  presented: PresentedEntry,
  templates: Template[],
  blocks: readonly Block[],
): Promise<string> {
  const { model } = await models.current();
  const name = await workspaceName(database);
  const { scope, value: entry, record } = presented;
  const body = renderTemplate(liquid, templates, { model, type, scope, entry, site: { name }, blocks });
  return layout(model, name, record.title, body);
}
