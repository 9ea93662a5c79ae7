import { say } from '../locale/say';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { dependenciesOf } from '../conditions/condition';
import { bindingsOfHead, type Head } from './head/head';
import type { PathContext } from '../paths/standing';
import { fieldsOf, pathFromText } from '../paths/text';
import { findList, findPath } from './found-path';
import type { BlockReference, SeenFrom } from './properties/property-type';
import { listedTypeOf, queryOf } from './listed';
import { problemsOfListed } from '../queries/listed';
import { referencesOf, sortOf } from './references';
import { nearestSeat, onPages, seatsOf, type Seats } from './seats';
import { constantOf, type Block, type TemplateContent } from './template';
import { placesIn } from './liquid/resolve';
import { standingBlocks, type StandingBlock } from './walk';

/** Something wrong with a block. */
export interface TemplateFinding {
  /** Null where it is no block's: in Liquid, or in what search engines are told. */
  readonly block: string | null;
  readonly message: string;
}

/** Where one stands in the list that a block itself goes through. */
function inOwnList(references: readonly BlockReference[], seats: Seats, context: PathContext): Seats {
  const list = references.find(({ seenFrom }) => seenFrom === 'rows');
  const found = list && findList(list.path, seats, context);
  return found ? [...seats, found.seat] : seats;
}

/** What of a block's references is not there, or cannot be seen from where it stands. */
function brokenReferences({ block, seats }: StandingBlock, context: PathContext): readonly string[] {
  const references = [...referencesOf({ ...block, repeat: null }, seats, context), ...sortOf(block)];
  const own = inOwnList(references, seats, context);
  const seen: Readonly<Record<SeenFrom, (path: string, up?: number) => unknown>> = {
    entry: (path) => findPath({ source: 'entry', path }, seats, context),
    row: (path, up) => findPath({ source: 'row', path, up }, seats, context),
    block: (path) => findPath({ source: seats.length > 1 ? 'row' : 'entry', path }, seats, context),
    rows: (path) => findList(path, seats, context),
    own_rows: (path) => findPath({ source: 'row', path }, own, context),
  };
  return references.filter(({ path, seenFrom, up }) => !seen[seenFrom](path, up)).map(({ path }) => path);
}

/** What a broken path was about, in words; null where something on it was removed. */
function labelOf(path: string, { fields }: CompiledModel): string | null {
  const steps = fieldsOf(pathFromText(path) ?? []);
  const labels = steps.flatMap((id) => fields.get(id)?.label ?? []);
  return labels.length < steps.length ? null : labels.join(' › ') || path;
}

function brokenMessage(path: string, model: CompiledModel): string {
  if (pathFromText(path)?.some((step) => step.kind === 'entries' && !model.typeById.has(step.type)))
    return say`It lists the entries of a content type that was removed.`;
  const label = labelOf(path, model);
  return label === null
    ? say`It shows a field that was removed. Choose another value.`
    : say`“${label}” cannot be seen from this block, so it shows nothing.`;
}

/** Places that Liquid names and that are not there. */
const lostInLiquid = (source: string, seats: Seats, context: PathContext): readonly string[] =>
  placesIn(source, seats, context).flatMap(({ place, problem }) =>
    problem === null ? [] : [say`“${place.written}” shows nothing. ${problem}`],
  );

/** What search engines cannot be told, for it is not there. */
const brokenInHead = (head: Head | undefined, page: Seats, context: PathContext): readonly string[] =>
  bindingsOfHead(head ?? {})
    .filter((binding) => !findPath(binding, page, context))
    .map(({ path }) => say`Found and shared: ${brokenMessage(path, context.model)}`);

/** What of its query a block cannot ask; of a type that is gone its list tells. */
function brokenQuery(block: Block, around: Seats, { model, audience }: PathContext): readonly string[] {
  const type = model.typeById.get(listedTypeOf(block) ?? '');
  if (!type) return [];
  const { at } = nearestSeat(around);
  return problemsOfListed(queryOf(block), type, at, model, audience).map(
    (problem) => say`Its list shows nothing. ${problem}`,
  );
}

/** What is wrong with one block, in words. */
function messagesFor(standing: StandingBlock, context: PathContext): readonly string[] {
  const { block, list, around, seats } = standing;
  const { model } = context;
  const lost = block.repeat && !list ? [block.repeat.field] : [];
  const broken = [...new Set([...lost, ...brokenReferences(standing, context)])];
  const liquid = constantOf(block, 'liquid');
  const conditionLost = dependenciesOf(block.shownWhen).some((id) => !model.fields.has(id));
  return [
    ...broken.map((path) => brokenMessage(path, model)),
    ...brokenQuery(block, around, context),
    ...(conditionLost ? [say`Its condition asks for a field that was removed.`] : []),
    ...(typeof liquid === 'string' ? lostInLiquid(liquid, seats, context) : []),
  ];
}

/**
 * Finds bindings and conditions of a template that point to fields which are not there, and what Liquid names that is not.
 * @returns a finding for each, with the block it is in; null for what a template written in Liquid names
 */
export function checkTemplate(
  template: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
): readonly TemplateFinding[] {
  const context = onPages(model);
  const page = seatsOf(type);
  const ofHead = brokenInHead(template.head, page, context);
  if (template.mode === 'liquid')
    return unique([...lostInLiquid(template.liquid, page, context), ...ofHead]).map(ofNoBlock);
  const ofBlocks = standingBlocks(template.blocks, page, context).flatMap((standing) =>
    unique(messagesFor(standing, context)).map((message) => ({ block: standing.block.id, message })),
  );
  return [...ofBlocks, ...unique(ofHead).map(ofNoBlock)];
}

const ofNoBlock = (message: string): TemplateFinding => ({ block: null, message });

const unique = (messages: readonly string[]): readonly string[] => [...new Set(messages)];
