import { personWith, seenBy } from '@tovlet/core/access/audience';
import { compileTemplate, compileTree } from '@tovlet/core/templates/compile';
import { defaultTemplate } from '@tovlet/core/templates/default-template';
import { renderByTree, type RenderInput } from '@tovlet/core/templates/render';
import { liquidOf, writerOf, type Write } from '@tovlet/core/templates/tree/index';
import type { Block, TemplateContent } from '@tovlet/core/templates/template';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { PresentedEntry } from '../delivery/presenter';
import { ProblemException } from '../http/problem';
import { settingsOf } from '../settings/queries';
import { savedTemplate } from './stored-templates';
import { SandboxFaulty, SandboxStopped } from '../sandbox/failures';
import type { Lane } from '../sandbox/sandbox';
import type { Services } from '../services';
import { layout } from './layout';

/** What a page is rendered from: Liquid, and the blocks whose conditions it asks for. */
export interface PageSource {
  readonly liquid: string;
  readonly blocks: readonly Block[];
  /** The page as a function; null where Liquid was written by hand, which runs in a process of its own alone. */
  readonly write: Write | null;
}

/** Makes the source of pages from a template's content. */
function sourceFrom(content: TemplateContent, type: CompiledType): PageSource {
  const tree = compileTree(content, type);
  return { liquid: liquidOf(tree), blocks: content.blocks, write: writerOf(tree) };
}

/** The source of a preview: nothing of it runs here, whoever wrote it. */
export const previewSource = (content: TemplateContent, type: CompiledType): PageSource => ({
  liquid: compileTemplate(content, type),
  blocks: content.blocks,
  write: null,
});

/** Refuses Liquid that does not parse, naming the mistake. */
export async function assertParses({ sandbox }: Services, text: string): Promise<void> {
  try {
    await sandbox.run({ kind: 'parse_liquid', liquid: text }, { lane: 'serve' });
  } catch (error) {
    if (!(error instanceof SandboxFaulty) && !(error instanceof SandboxStopped)) throw error;
    const { message } = error;
    throw new ProblemException('invalid', message, [{ path: '/content/liquid', message }]);
  }
}

interface KnownSource {
  /** When it was saved; empty for the one made from the page order. Versions begin anew after a reset. */
  readonly savedAt: string;
  readonly source: PageSource;
}

/** Sources by the compiled type they were compiled for, and their ids: another model means another key. */
const known = new WeakMap<CompiledType, Map<string, KnownSource>>();

/**
 * Compiles a template of a type, once for each version of template and model.
 * @param id as `templateOf` tells it; one that is not saved yet shows what the standard one shows
 */
export async function templateFor(services: Services, type: CompiledType, id: string): Promise<PageSource> {
  const saved = await savedTemplate(services.database, id);
  const standard = type.contentType.id;
  if (!saved && id !== standard) return templateFor(services, type, standard);
  const savedAt = saved?.updatedAt ?? '';
  const ofType = known.get(type) ?? new Map<string, KnownSource>();
  known.set(type, ofType);
  const before = ofType.get(id);
  if (before?.savedAt === savedAt) return before.source;
  const source = sourceFrom(saved?.content ?? defaultTemplate(type), type);
  ofType.set(id, { savedAt, source });
  return source;
}

/** Names under which child processes keep models. */
const modelKeys = new WeakMap<CompiledModel, string>();
let models = 0;

function modelKey(model: CompiledModel): string {
  const key = modelKeys.get(model) ?? `model ${(models += 1)}`;
  modelKeys.set(model, key);
  return key;
}

/** Renders in a process of its own. Conditions of blocks see what the presented entry may hold, and no secret. */
function renderApart(
  { sandbox }: Services,
  lane: Lane,
  source: PageSource,
  { model, type, scope, entry, site }: RenderInput,
  values: JsonObject,
): Promise<string> {
  const key = modelKey(model);
  const task = {
    kind: 'page',
    model: key,
    type: type.contentType.id,
    values,
    facts: scope.facts,
    entry,
    site,
    liquid: source.liquid,
    blocks: source.blocks,
  } as const;
  return sandbox.run(task, { lane, keep: new Map([[key, model.document]]) });
}

/** The values that conditions of a page's blocks may look at: of a secret, that there is one. */
const valuesForConditions = (type: CompiledType, { scope, audience }: PresentedEntry): JsonObject =>
  seenBy(audience.kind === 'person' ? audience : personWith('developer'), type.fields, scope.values);

/**
 * Renders the whole page of an entry.
 * @throws SandboxFaulty, SandboxStopped or SandboxBusy when Liquid written by hand is wrong, does not end, or has to wait
 */
export async function renderPage(
  services: Services,
  type: CompiledType,
  presented: PresentedEntry,
  source: PageSource,
  lane: Lane = 'serve',
): Promise<string> {
  const { model } = await services.models.current();
  const site = await settingsOf(services.database);
  const { scope, value: entry, record } = presented;
  const input = { model, type, scope, entry, site: { name: site.name }, blocks: source.blocks };
  const body =
    (source.write && renderByTree(source.write, input)) ??
    (await renderApart(services, lane, source, input, valuesForConditions(type, presented)));
  return layout(model, site, record.title, body);
}
