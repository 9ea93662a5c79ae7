import { personWith } from '@tovlet/core/access/audience';
import { patternsIn } from '@tovlet/core/checks/pattern-invalid';
import { isPattern } from '@tovlet/core/patterns/engine';
import type {
  PersonSummary,
  PreviewAnswer,
  PreviewRequest,
  TemplateAnswer,
} from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { ownerOfTemplate } from '@tovlet/core/model/page-templates';
import { compileTemplate } from '@tovlet/core/templates/compile';
import { beginningOf } from '@tovlet/core/templates/default-term-template';
import {
  BLOCK_DEPTH_LIMIT,
  walkBlocks,
  type Block,
  type TemplateContent,
} from '@tovlet/core/templates/template';
import type { Database } from '../../db/connect';
import { takeOnce, wasTaken } from '../../access/idempotency';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { EntryPresenter } from '../../delivery/presenter';
import { SandboxFaulty, SandboxStopped } from '../../sandbox/failures';
import { siteOf } from '../site-of';
import { assertParses, previewSource, renderPage } from '../render';
import { sampleThing } from './sample-thing';
import { savedTemplate, writeTemplate } from '../stored-templates';

function typeOrRefuse(model: CompiledModel, typeId: string): CompiledType {
  const type = model.subjectById.get(typeId);
  if (!type) throw new ProblemException('not_found', 'This content type does not exist.');
  return type;
}

/**
 * The type whose pages a template is for.
 * @throws ProblemException where no type has it
 */
export function ownerOrRefuse(model: CompiledModel, id: string): CompiledType {
  const owner = ownerOfTemplate(model.document, id);
  if (!owner) throw new ProblemException('not_found', 'This template does not exist.');
  return typeOrRefuse(model, owner.id);
}

/** What a template begins with: the page order; one beside the standard one begins as a copy of that. */
async function contentOf(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string,
): Promise<{ readonly version: number; readonly content: TemplateContent }> {
  const saved = await savedTemplate(database, id);
  if (saved) return saved;
  const standard = await savedTemplate(database, type.contentType.id);
  return { version: 0, content: standard?.content ?? beginningOf(type, model) };
}

async function answer(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string,
): Promise<TemplateAnswer> {
  const { version, content } = await contentOf(database, model, type, id);
  return { id, type: type.contentType.id, version, content, liquid: compileTemplate(content, type, model) };
}

/** Reads a template; while none is saved, what pages follow instead. */
export async function getTemplate({ database, models }: Services, id: string): Promise<TemplateAnswer> {
  const { model } = await models.current();
  return answer(database, model, ownerOrRefuse(model, id), id);
}

function depthOf(blocks: readonly Block[]): number {
  return blocks.length === 0 ? 0 : 1 + Math.max(...blocks.map(({ children }) => depthOf(children)));
}

/**
 * Makes sure that a template can be saved.
 * @param liquid what it compiles to
 * @throws ProblemException with what is wrong in it
 */
export async function assertSound(
  services: Services,
  content: TemplateContent,
  liquid: string,
): Promise<void> {
  if (depthOf(content.blocks) > BLOCK_DEPTH_LIMIT) {
    throw new ProblemException('invalid', `Blocks may stand ${BLOCK_DEPTH_LIMIT} deep in each other.`);
  }
  const ids = new Set<string>();
  walkBlocks(content.blocks, ({ id }) => {
    if (ids.has(id)) throw new ProblemException('invalid', `Two blocks have the id ${id}.`);
    ids.add(id);
  });
  walkBlocks(content.blocks, ({ shownWhen }) => {
    for (const pattern of patternsIn(shownWhen).filter((each) => !isPattern(each)))
      throw new ProblemException('invalid', `The pattern “${pattern}” cannot be read.`);
  });
  await assertParses(services, liquid);
}

/**
 * Saves a template.
 * @throws ProblemException when somebody else saved it meanwhile, or its Liquid does not parse
 */
export async function saveTemplate(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, content }: { readonly version: number; readonly content: TemplateContent },
  key: string | null = null,
): Promise<TemplateAnswer> {
  const { database, models, events } = services;
  const { model } = await models.current();
  const type = ownerOrRefuse(model, id);
  if (await wasTaken(database, key)) return answer(database, model, type, id);
  await assertSound(services, content, compileTemplate(content, type, model));
  const written = await database.transaction(async (transaction) => {
    const isWritten = await writeTemplate(transaction, id, version, content, person.name);
    if (isWritten) await takeOnce(transaction, key);
    return isWritten;
  });
  if (!written) {
    const current = await answer(database, model, type, id);
    throw new ProblemException('conflict', 'Somebody else saved this template meanwhile.', [], {
      version: current.version,
    });
  }
  await events.publish({ kind: 'template', id, version: version + 1, author: person.id });
  return answer(database, model, type, id);
}

/**
 * Renders a template that is not saved, with a sample entry, as far as the person may see its values.
 * @returns the whole page; where the Liquid has an error, the message and its line instead
 */
export async function previewTemplate(
  services: Services,
  { role }: PersonSummary,
  { type: typeId, entry: entryId, content }: PreviewRequest,
): Promise<PreviewAnswer> {
  const { database, models } = services;
  const { model } = await models.current();
  const type = typeOrRefuse(model, typeId);
  const source = previewSource(content, type, model);
  // What is run tells where blocks begin; what is shown is what would be saved.
  const liquid = compileTemplate(content, type, model);
  const sample = await sampleThing(database, model, type, entryId);
  if (!sample) return { html: '', head: null, liquid, error: null };
  const presenter = new EntryPresenter(database, model, personWith(role));
  try {
    const presented = await presenter.presentThing(sample, source.plan);
    return {
      ...(await renderPage(services, await siteOf(database, model), type, presented, source, 'try')),
      liquid,
      error: null,
    };
  } catch (error) {
    if (error instanceof SandboxFaulty)
      return { html: '', head: null, liquid, error: { message: error.message, line: error.line } };
    if (
      error instanceof SandboxStopped ||
      (error instanceof ProblemException && error.kind === 'invalid_query')
    )
      return { html: '', head: null, liquid, error: { message: error.message, line: 1 } };
    throw error;
  }
}
