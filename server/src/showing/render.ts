import { personWith, seenBy } from '@tovlet/core/access/audience';
import { searchAddress } from '@tovlet/core/delivery/page-address';
import type { PreviewAnswer } from '@tovlet/core/contracts/studio';
import { movesOn as movesOnByItself } from '@tovlet/core/queries/listed';
import { planFor, type LoadPlan } from '@tovlet/core/queries/load-plan';
import { compileTree } from '@tovlet/core/templates/compile';
import { beginningOf } from '@tovlet/core/templates/default-term-template';
import { compileHead, type CompiledHead } from '@tovlet/core/templates/head/compile-head';
import { readHead } from '@tovlet/core/templates/head/page-head';
import { siteJson, type SiteFacts } from '@tovlet/core/templates/site-parts/site-facts';
import { listedQueries } from '@tovlet/core/templates/listed';
import { renderByTree, type RenderInput } from '@tovlet/core/templates/render';
import { styleSheet } from '@tovlet/core/templates/styles/style-sheet';
import { liquidOf, writerOf, type Write } from '@tovlet/core/templates/tree/index';
import { onPages } from '@tovlet/core/templates/seats';
import { wantedBy } from '@tovlet/core/templates/wanted';
import type { Block, TemplateContent } from '@tovlet/core/templates/template';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { PresentedThing } from '../delivery/presenter';
import { ProblemException } from '../http/problem';
import { savedTemplate } from './stored-templates';
import { SandboxFaulty, SandboxStopped } from '../sandbox/failures';
import type { Lane } from '../sandbox/sandbox';
import type { Services } from '../services';
import { absoluteBy, layout, listOf } from './layout';
import { sheetMarkup, type TemplateSheet } from './sheet-markup';
import type { Site } from './site-of';

/** What a page is rendered from: Liquid, and the blocks whose conditions it asks for. */
export interface PageSource {
  readonly liquid: string;
  readonly blocks: readonly Block[];
  /** What is read of other things with the entry. */
  readonly plan: LoadPlan;
  /** The page as a function; null where Liquid was written by hand, which runs in a process of its own alone. */
  readonly write: Write | null;
  /** What it tells of itself. */
  readonly head: CompiledHead;
  readonly sheet: TemplateSheet;
  /** Whether a list on it is another one tomorrow. */
  readonly movesOn: boolean;
}

/** Makes the source of pages from a template's content. */
function sourceFrom(
  content: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
  template: string | null,
): PageSource {
  // Who tries a template finds its blocks again on the page.
  const tree = compileTree(content, type, model, template === null);
  const head = compileHead(content.head, type, model);
  const queries = listedQueries(content.blocks);
  const wanted = { ...wantedBy([...tree, ...head.nodes]), queries };
  const plan = planFor(wanted, { kind: type.kind, types: [type] }, onPages(model));
  const movesOn = [...queries.values()].some(movesOnByItself);
  const sheet = { css: styleSheet(content.mode === 'blocks' ? content.blocks : []), template };
  return {
    sheet,
    liquid: liquidOf(tree),
    blocks: content.blocks,
    plan,
    write: writerOf(tree),
    head,
    movesOn,
  };
}

/** The source of a preview: nothing of it runs here, whoever wrote it. */
export const previewSource = (
  content: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
): PageSource => ({ ...sourceFrom(content, type, model, null), write: null });

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

/** Sources by the model they were compiled for, and their ids: they reach what other types have. */
const known = new WeakMap<CompiledModel, Map<string, KnownSource>>();

/**
 * Compiles a template of a type, once for each version of template and model.
 * @param id as `templateOf` tells it; one that is not saved yet shows what the standard one shows
 */
export async function templateFor(
  services: Services,
  type: CompiledType,
  id: string,
  model: CompiledModel,
): Promise<PageSource> {
  const saved = await savedTemplate(services.database, id);
  const standard = type.contentType.id;
  if (!saved && id !== standard) return templateFor(services, type, standard, model);
  const savedAt = saved?.updatedAt ?? '';
  const ofModel = known.get(model) ?? new Map<string, KnownSource>();
  known.set(model, ofModel);
  const before = ofModel.get(id);
  if (before?.savedAt === savedAt) return before.source;
  const source = sourceFrom(saved?.content ?? beginningOf(type, model), type, model, id);
  ofModel.set(id, { savedAt, source });
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

const asksConditions = (blocks: readonly Block[]): boolean =>
  blocks.some(({ shownWhen, children }) => shownWhen !== null || asksConditions(children));

/** Renders in a process of its own. Conditions of blocks see what the presented entry may hold, and no secret. */
function renderApart(
  { sandbox }: Services,
  lane: Lane,
  source: PageSource,
  { model, type, scope, entry, site }: RenderInput,
  presented: PresentedThing,
): Promise<string> {
  const key = modelKey(model);
  const task = {
    kind: 'page',
    model: key,
    type: type.contentType.id,
    values: valuesForConditions(type, presented, scope.values),
    facts: scope.facts,
    entry,
    site,
    // Only conditions of blocks look at their values: what is shown stands in the entry.
    around: (asksConditions(source.blocks) ? [...presented.around.values()] : []).map((thing) => ({
      type: thing.type.contentType.id,
      id: thing.id,
      values: valuesForConditions(thing.type, presented, thing.values),
      facts: thing.facts,
    })),
    liquid: source.liquid,
    blocks: source.blocks,
  } as const;
  return sandbox.run(task, { lane, keep: new Map([[key, model.document]]) });
}

/** The values that conditions of a page's blocks may look at: of a secret, that there is one. */
const valuesForConditions = (
  type: CompiledType,
  { audience }: PresentedThing,
  values: JsonObject,
): JsonObject => seenBy(audience.kind === 'person' ? audience : personWith('developer'), type.fields, values);

/** What templates may know of the site: its name and language, the search, and the list that pages of a type stand in. */
function factsOf({ name, language }: Site, type: CompiledType): SiteFacts {
  const list = type.kind === 'entry' ? listOf(type) : '';
  const above = list === '' ? [] : [{ label: type.contentType.plural, url: list }];
  return { name, language, search: searchAddress, above };
}

/** A page, and what it tells of itself. */
export interface RenderedPage {
  readonly html: string;
  readonly head: NonNullable<PreviewAnswer['head']>;
}

/**
 * Renders the whole page of an entry or a term.
 * @param services of the process
 * @param site what all pages have in common
 * @param type of what it is about
 * @param presented what it is about
 * @param source what its page is rendered from
 * @param lane in which Liquid written by hand runs
 * @throws SandboxFaulty, SandboxStopped or SandboxBusy when Liquid written by hand is wrong, does not end, or has to wait
 */
export async function renderPage(
  services: Services,
  site: Site,
  type: CompiledType,
  presented: PresentedThing,
  source: PageSource,
  lane: Lane = 'serve',
): Promise<RenderedPage> {
  const { model } = await services.models.current();
  const { scope, value: entry, around } = presented;
  const input = {
    model,
    type,
    scope,
    entry,
    around,
    site: siteJson(factsOf(site, type)),
    blocks: source.blocks,
  };
  const body =
    (source.write && renderByTree(source.write, input)) ??
    (await renderApart(services, lane, source, input, presented));
  const list = type.kind === 'entry' ? listOf(type) : '';
  const head = readHead(source.head, input, { absolute: absoluteBy(site), list });
  const { name, language } = site;
  return {
    html: layout(site, head, body, sheetMarkup(source.sheet)),
    head: { page: head, site: { name, language } },
  };
}
