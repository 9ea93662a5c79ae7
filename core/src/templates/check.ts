import { say } from '../locale/say';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { dependenciesOf } from '../conditions/condition';
import type { PathContext } from '../paths/standing';
import { fieldsOf, pathFromText } from '../paths/text';
import { findList, findPath } from './found-path';
import type { BlockReference, SeenFrom } from './properties/property-type';
import { referencesOf } from './references';
import { onPages, seatsOf, type Seats } from './seats';
import type { Block, TemplateContent } from './template';

/** Something wrong with a block. */
export interface TemplateFinding {
  readonly block: string;
  readonly message: string;
}

/** Where one stands in the list that a block itself goes through. */
function inOwnList(references: readonly BlockReference[], seats: Seats, context: PathContext): Seats {
  const list = references.find(({ seenFrom }) => seenFrom === 'rows');
  const found = list && findList(list.path, seats, context);
  return found ? [...seats, found.seat] : seats;
}

/** What of a block's references is not there, or cannot be seen from where it stands. */
function brokenReferences(
  block: Block,
  type: CompiledType,
  seats: Seats,
  context: PathContext,
): readonly string[] {
  const references = referencesOf({ ...block, repeat: null }, type);
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
  const label = labelOf(path, model);
  return label === null
    ? say`It shows a field that was removed. Choose another value.`
    : say`“${label}” cannot be seen from this block, so it shows nothing.`;
}

/**
 * Finds bindings and conditions of a template that point to fields which are not there.
 * @returns a finding for each, with the block it is in; none for templates written in Liquid
 */
export function checkTemplate(
  template: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
): readonly TemplateFinding[] {
  const findings: TemplateFinding[] = [];
  if (template.mode === 'liquid') return findings;
  const context = onPages(model);
  const visit = (block: Block, around: Seats): void => {
    const list = block.repeat && findList(block.repeat.field, around, context);
    const lost = block.repeat && !list ? [block.repeat.field] : [];
    const within: Seats = list ? [...around, list.seat] : around;
    for (const path of new Set([...lost, ...brokenReferences(block, type, within, context)]))
      findings.push({ block: block.id, message: brokenMessage(path, model) });
    if (dependenciesOf(block.shownWhen).some((id) => !model.fields.has(id)))
      findings.push({ block: block.id, message: say`Its condition asks for a field that was removed.` });
    for (const child of block.children) visit(child, within);
  };
  for (const block of template.blocks) visit(block, seatsOf(type));
  return findings;
}
