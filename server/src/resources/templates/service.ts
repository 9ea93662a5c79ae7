import type { PersonSummary, PreviewAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { compileTemplate } from '@tovlet/core/templates/compile';
import { defaultTemplate } from '@tovlet/core/templates/default-template';
import {
  BLOCK_DEPTH_LIMIT,
  walkBlocks,
  type Block,
  type TemplateContent,
} from '@tovlet/core/templates/template';
import { LiquidError } from 'liquidjs';
import { desc, eq } from 'drizzle-orm';
import { entry } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { entryById } from '../entries/queries';
import { EntryPresenter } from '../../delivery/presenter';
import { assertParses, parseLiquid, renderPage } from '../../site/render';
import { savedTemplate, writeTemplate, deleteTemplate } from './queries';

function typeOrRefuse(model: CompiledModel, typeId: string): CompiledType {
  const type = model.typeById.get(typeId);
  if (!type) throw new ProblemException('not_found', 'This content type does not exist.');
  return type;
}

function answer(
  type: CompiledType,
  saved: { version: number; content: TemplateContent } | undefined,
): TemplateAnswer {
  const content = saved?.content ?? defaultTemplate(type);
  return {
    type: type.contentType.id,
    version: saved?.version ?? 0,
    content,
    liquid: compileTemplate(content, type),
  };
}

/** Reads a type's template; while none is saved, the one made from the page order. */
export async function getTemplate({ database, models }: Services, typeId: string): Promise<TemplateAnswer> {
  const { model } = await models.current();
  return answer(typeOrRefuse(model, typeId), await savedTemplate(database, typeId));
}

function depthOf(blocks: readonly Block[]): number {
  return blocks.length === 0 ? 0 : 1 + Math.max(...blocks.map(({ children }) => depthOf(children)));
}

function assertSound(content: TemplateContent, liquid: string): void {
  if (depthOf(content.blocks) > BLOCK_DEPTH_LIMIT) {
    throw new ProblemException('invalid', `Blocks may stand ${BLOCK_DEPTH_LIMIT} deep in each other.`);
  }
  const ids = new Set<string>();
  walkBlocks(content.blocks, ({ id }) => {
    if (ids.has(id)) throw new ProblemException('invalid', `Two blocks have the id ${id}.`);
    ids.add(id);
  });
  assertParses(liquid);
}

/**
 * Saves a type's template.
 * @throws ProblemException when somebody else saved it meanwhile, or its Liquid does not parse
 */
export async function saveTemplate(
  services: Services,
  person: PersonSummary,
  typeId: string,
  version: number,
  content: TemplateContent,
): Promise<TemplateAnswer> {
  const { model } = await services.models.current();
  const type = typeOrRefuse(model, typeId);
  assertSound(content, compileTemplate(content, type));
  if (!(await writeTemplate(services.database, typeId, version, content, person.name))) {
    const current = answer(type, await savedTemplate(services.database, typeId));
    throw new ProblemException('conflict', 'Somebody else saved this template meanwhile.', [], {
      version: current.version,
    });
  }
  await services.events.publish({ kind: 'template', type: typeId, version: version + 1, author: person.id });
  return answer(type, { version: version + 1, content });
}

/** Goes back to the page made from the page order. */
export async function resetTemplate(
  services: Services,
  person: PersonSummary,
  typeId: string,
): Promise<TemplateAnswer> {
  await deleteTemplate(services.database, typeId);
  await services.events.publish({ kind: 'template', type: typeId, version: 0, author: person.id });
  return getTemplate(services, typeId);
}

/**
 * Renders a template that is not saved, with a sample entry.
 * @returns the whole page; where the Liquid has an error, the message and its line instead
 */
export async function previewTemplate(
  services: Services,
  typeId: string,
  entryId: string | null,
  content: TemplateContent,
): Promise<PreviewAnswer> {
  const { database, models } = services;
  const { model } = await models.current();
  const type = typeOrRefuse(model, typeId);
  const liquid = compileTemplate(content, type);
  const sample = entryId
    ? await entryById(database, entryId)
    : (
        await database
          .select()
          .from(entry)
          .where(eq(entry.typeId, typeId))
          .orderBy(desc(entry.updatedAt))
          .limit(1)
      )[0];
  if (!sample) return { html: '', liquid, error: null };
  const presenter = new EntryPresenter(database, model, 'page');
  const [presented] = await presenter.present(type, [sample]);
  if (!presented) return { html: '', liquid, error: null };
  try {
    const body = parseLiquid(liquid);
    return { html: await renderPage(services, type, presented, body, content.blocks), liquid, error: null };
  } catch (error) {
    if (!(error instanceof LiquidError)) throw error;
    return {
      html: '',
      liquid,
      error: { message: error.message.split('\n')[0] ?? '', line: error.token.getPosition()[0] ?? 1 },
    };
  }
}
